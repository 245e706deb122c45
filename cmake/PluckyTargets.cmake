# Settings that every target of ours shares, and the two build checks of the house.

# -Wno-restrict and the two after it: GCC 12 sees overruns in the library's own std::string where there are none.
add_library(plucky_settings INTERFACE)
target_compile_options(plucky_settings INTERFACE
  -Wall -Wextra -Wshadow -Wnon-virtual-dtor -Woverloaded-virtual -Wno-missing-field-initializers -Wno-restrict
  -Wno-array-bounds -Wno-maybe-uninitialized -Wno-stringop-overread -Wno-stringop-overflow -Werror)
# clang's: half as long to compile as GCC's, and the fuzzer is its own. It has other words for warnings; the GCC builds give
# them. Left out are checks of pointers that fault or that the address sanitizer sees: a sixth of the build.
if(PLUCKY_SANITIZE)
  target_compile_options(plucky_settings INTERFACE -w -fsanitize=address,undefined -fno-sanitize=null,alignment,object-size,vptr
                                                   -fno-sanitize-recover=undefined -fno-omit-frame-pointer
                                                   $<$<BOOL:${PLUCKY_FUZZ}>:-fsanitize=fuzzer-no-link>)
  target_link_options(plucky_settings INTERFACE -fsanitize=address,undefined)
endif()

# Big headers read once for a target; sources that are compiled together read them once as it is.
function(plucky_precompile target)
  if(NOT PLUCKY_UNITY AND PLUCKY_PRECOMPILE)
    target_precompile_headers(${target} PRIVATE ${ARGN})
  endif()
endfunction()

# Fails at configure time when a source of core/ or io/ includes Qt: those layers stay free of it.
function(plucky_forbid_qt folder)
  file(GLOB_RECURSE sources CONFIGURE_DEPENDS ${folder}/*.h ${folder}/*.cpp)
  foreach(source IN LISTS sources)
    file(STRINGS ${source} includes REGEX "^[ \t]*#[ \t]*include[ \t]*[<\"](Q[A-Za-z]|qcustomplot|Qt)")
    if(includes)
      message(FATAL_ERROR "${source} includes Qt (${includes}); core and io are free of Qt, see docs/architecture.md")
    endif()
  endforeach()
endfunction()

# Fails when a core folder includes one that stands above it in the order of docs/architecture.md.
function(plucky_check_order root)
  set(order ${ARGN})
  set(above ${order})
  foreach(folder IN LISTS order)
    list(POP_FRONT above)
    file(GLOB_RECURSE sources CONFIGURE_DEPENDS ${root}/${folder}/*.h ${root}/${folder}/*.cpp)
    foreach(source IN LISTS sources)
      foreach(upper IN LISTS above)
        file(STRINGS ${source} includes REGEX "^#include \"${upper}/")
        if(includes)
          message(FATAL_ERROR "${source} includes ${upper}/, which stands above ${folder}/ in the one direction of the house")
        endif()
      endforeach()
    endforeach()
  endforeach()
endfunction()

# Turns a text file into a C++ source that defines `const char* const NAME`, so that data ships inside the program.
function(plucky_embed_text target file name)
  set(out ${CMAKE_CURRENT_BINARY_DIR}/${name}.cpp)
  set_property(DIRECTORY APPEND PROPERTY CMAKE_CONFIGURE_DEPENDS ${file})
  file(READ ${file} content)
  file(CONFIGURE OUTPUT ${out} @ONLY CONTENT
    "namespace plucky::embedded { extern const char* const ${name}; const char* const ${name} = R\"~plucky~(@content@)~plucky~\"; }\n")
  target_sources(${target} PRIVATE ${out})
endfunction()
# plucky_catalogues(<target> <folder>): compiles each language of the folder, <code>.ts, into the target as
# :/languages/<code>.qm, and its guide, <code>.guide.md, where it has one. A folder without languages adds nothing.
function(plucky_catalogues target folder)
  file(GLOB catalogues CONFIGURE_DEPENDS ${folder}/*.ts)
  if(NOT catalogues)
    return()
  endif()
  find_program(PLUCKY_LRELEASE lrelease PATHS /usr/lib/qt6/bin REQUIRED NO_DEFAULT_PATH)
  set(entries "")
  set(compiled "")
  foreach(catalogue ${catalogues})
    get_filename_component(code ${catalogue} NAME_WE)
    set(out ${CMAKE_CURRENT_BINARY_DIR}/${target}_${code}.qm)
    add_custom_command(OUTPUT ${out} COMMAND ${PLUCKY_LRELEASE} -silent ${catalogue} -qm ${out} DEPENDS ${catalogue})
    string(APPEND entries "<file alias=\"${code}.qm\">${out}</file>\n")
    if(EXISTS ${folder}/${code}.guide.md)
      string(APPEND entries "<file alias=\"${code}.guide.md\">${folder}/${code}.guide.md</file>\n")
    endif()
    list(APPEND compiled ${out})
  endforeach()
  set(qrc ${CMAKE_CURRENT_BINARY_DIR}/${target}_languages.qrc)
  file(CONFIGURE OUTPUT ${qrc} CONTENT "<RCC><qresource prefix=\"/languages\">\n@entries@</qresource></RCC>\n" @ONLY)
  set_source_files_properties(${qrc} PROPERTIES OBJECT_DEPENDS "${compiled}")
  add_custom_target(${target}_catalogues DEPENDS ${compiled})
  add_dependencies(${target} ${target}_catalogues)
  target_sources(${target} PRIVATE ${qrc})
endfunction()
