# A room is a folder of src/ and a static library of the same name, made of every source in the
# folder. It may include only the rooms that it is said to use, which is how the arrows between
# rooms stay one way.
function(underpaint_room name)
  cmake_parse_arguments(ROOM "" "" "USES;LIBRARIES" ${ARGN})
  file(GLOB_RECURSE sources CONFIGURE_DEPENDS
    RELATIVE ${CMAKE_CURRENT_SOURCE_DIR} *.cpp *.qrc)
  add_library(underpaint_${name} STATIC ${sources})
  # Highway reads a kernel's file again for every instruction set; nothing else may be in it.
  foreach(source ${sources})
    file(STRINGS ${source} kernels REGEX "HWY_TARGET_INCLUDE" LIMIT_COUNT 1)
    if(kernels)
      set_source_files_properties(${source} PROPERTIES SKIP_UNITY_BUILD_INCLUSION ON)
    endif()
  endforeach()
  target_include_directories(underpaint_${name} PUBLIC ${PROJECT_SOURCE_DIR}/src)
  list(TRANSFORM ROOM_USES PREPEND underpaint_)
  target_link_libraries(underpaint_${name}
    PUBLIC ${ROOM_USES} ${ROOM_LIBRARIES}
    PRIVATE underpaint_room_options)
  # What nearly every file begins with is read once, by the lowest room for all: the library's
  # headers up to render, the painting's and its figures' too from there on.
  if(name STREQUAL colour)
    target_precompile_headers(underpaint_colour PRIVATE
      <algorithm> <cmath> <functional> <memory> <optional> <span> <string> <variant> <vector>)
  elseif(name STREQUAL audit)
    target_precompile_headers(underpaint_audit PRIVATE <fmt/format.h> ${PROJECT_SOURCE_DIR}/src/audit/audit.h)
  elseif(name STREQUAL files)
    target_precompile_headers(underpaint_files PRIVATE
      <fmt/format.h> ${PROJECT_SOURCE_DIR}/src/files/json.h
      ${PROJECT_SOURCE_DIR}/src/audit/audit.h)
  elseif(name MATCHES "^(raster|blend|terms|icc|painting|render)$")
    target_precompile_headers(underpaint_${name} REUSE_FROM underpaint_colour)
  elseif(NOT name MATCHES "^(desk_.*|type|pages)$")
    target_precompile_headers(underpaint_${name} REUSE_FROM underpaint_audit)
  endif()
endfunction()

# A room of the desk: its widgets have signals, and all begin with the same large headers, which
# the two lowest of them read for all: the kit, that knows no document, and work.
function(underpaint_desk_room name)
  underpaint_room(desk_${name} ${ARGN})
  set_target_properties(underpaint_desk_${name} PROPERTIES AUTOMOC ON AUTORCC ON)
  # Widgets wait for people; only the view has loops of its own over pixels, and with them headers
  # that are read with other options.
  if(NOT name STREQUAL view)
    target_compile_options(underpaint_desk_${name} PRIVATE $<$<CONFIG:Release>:-O1>)
  endif()
  if(name STREQUAL kit)
    target_precompile_headers(underpaint_desk_kit
      PRIVATE <QPainter> <QWidget> <optional> <string> <vector>)
  elseif(name MATCHES "^(work|view)$")
    target_precompile_headers(underpaint_desk_${name}
      PRIVATE <QPainter> <QWidget> <fmt/format.h>
      ${PROJECT_SOURCE_DIR}/src/desk/work/meters.h ${PROJECT_SOURCE_DIR}/src/desk/work/session.h)
  else()
    target_precompile_headers(underpaint_desk_${name} REUSE_FROM underpaint_desk_work)
  endif()
endfunction()
