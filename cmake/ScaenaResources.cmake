# scaena_embed(target namespace header pattern...): text files compiled into a target as string literals, so that the
# core and the exporters need no file on disk and no Qt resources. The header declares find(name) -> std::string_view.
function(scaena_embed target namespace header)
  file(GLOB inputs CONFIGURE_DEPENDS ${ARGN})
  set(out_dir ${CMAKE_CURRENT_BINARY_DIR}/embedded)
  set(out_h ${out_dir}/${header})
  string(REGEX REPLACE "\\.h$" ".cpp" out_cpp ${out_h})
  add_custom_command(OUTPUT ${out_h} ${out_cpp}
    COMMAND ${CMAKE_COMMAND} "-DINPUTS=${inputs}" -DNAMESPACE=${namespace} -DHEADER=${header} -DOUT_H=${out_h}
            -DOUT_CPP=${out_cpp} -P ${CMAKE_SOURCE_DIR}/cmake/EmbedText.cmake
    DEPENDS ${inputs} ${CMAKE_SOURCE_DIR}/cmake/EmbedText.cmake VERBATIM)
  target_sources(${target} PRIVATE ${out_h} ${out_cpp})
  target_include_directories(${target} PRIVATE ${out_dir})
endfunction()
