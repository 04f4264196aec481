install(TARGETS scaena-cli RUNTIME)
