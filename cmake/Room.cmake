# A room is a folder of src/ and a static library of the same name. It may include only the rooms
# that it is said to use, which is how the arrows between rooms stay one way.
function(underpaint_room name)
  cmake_parse_arguments(ROOM "" "" "SOURCES;USES;LIBRARIES" ${ARGN})
  add_library(underpaint_${name} STATIC ${ROOM_SOURCES})
  target_include_directories(underpaint_${name} PUBLIC ${PROJECT_SOURCE_DIR}/src)
  list(TRANSFORM ROOM_USES PREPEND underpaint_)
  target_link_libraries(underpaint_${name}
    PUBLIC ${ROOM_USES} ${ROOM_LIBRARIES}
    PRIVATE underpaint_options)
endfunction()
