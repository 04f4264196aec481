# One place for the standard, the warnings and the sanitizers; every target links scaena_flags.
add_library(scaena_flags INTERFACE)
target_compile_features(scaena_flags INTERFACE cxx_std_20)
target_include_directories(scaena_flags INTERFACE ${CMAKE_SOURCE_DIR}/src)
target_compile_options(scaena_flags INTERFACE -Wall -Wextra -Wno-missing-field-initializers -Wpedantic -Wshadow=local -Wnon-virtual-dtor -Werror=return-type)
if(SCAENA_SANITIZE)
  target_compile_options(scaena_flags INTERFACE -fsanitize=${SCAENA_SANITIZE} -fno-omit-frame-pointer)
  target_link_options(scaena_flags INTERFACE -fsanitize=${SCAENA_SANITIZE})
endif()
if(SCAENA_BUILD_FUZZERS)
  target_compile_options(scaena_flags INTERFACE -fsanitize=fuzzer-no-link) # so that the fuzzers see what they reach
endif()
find_program(MOLD mold)
if(MOLD AND CMAKE_CXX_COMPILER_ID STREQUAL "GNU")
  target_link_options(scaena_flags INTERFACE -fuse-ld=mold)
endif()
find_program(CCACHE ccache)
if(CCACHE)
  # ccache keeps what precompiled headers helped to make only if it need not look into them for the time of day.
  set(CMAKE_CXX_COMPILER_LAUNCHER ${CMAKE_COMMAND} -E env CCACHE_SLOPPINESS=pch_defines,time_macros ${CCACHE})
endif()

# scaena_compile(target LEVEL headers…): how a target is compiled. LEVEL: the optimisation of a release, -O2 where people wait for
# what is computed (art, schedules, painting), -O1 where the compiler's own time is what they wait for (docs/performance.md). The
# headers, all from outside, are compiled once for the target.
option(SCAENA_PRECOMPILE "Compile headers from outside once for each library" ON)
function(scaena_compile target level)
  target_compile_options(${target} PRIVATE $<$<CONFIG:Release>:${level}>)
  if(SCAENA_PRECOMPILE AND CMAKE_CXX_COMPILER_ID STREQUAL "GNU")
    target_precompile_headers(${target} PRIVATE ${ARGN})
    target_compile_options(${target} PRIVATE -fpch-preprocess) # for ccache
  endif()
endfunction()
set(SCAENA_STANDARD_HEADERS <algorithm> <cmath> <functional> <map> <memory> <optional> <set> <string> <variant> <vector> <fmt/format.h> <tl/expected.hpp>)
