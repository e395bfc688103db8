# OpenCV's core, imgproc and video (for aligning) alone. Debian keeps OpenCV's own CMake files in a package that brings in
# every other module with all that they depend on.
find_path(OPENCV_INCLUDE_DIR opencv2/imgproc.hpp PATH_SUFFIXES opencv4 REQUIRED)
foreach(part core imgproc video)
  find_library(OPENCV_${part}_LIBRARY opencv_${part} REQUIRED)
  add_library(opencv_${part} UNKNOWN IMPORTED)
  set_target_properties(opencv_${part} PROPERTIES
    IMPORTED_LOCATION ${OPENCV_${part}_LIBRARY}
    INTERFACE_INCLUDE_DIRECTORIES ${OPENCV_INCLUDE_DIR})
endforeach()
set_property(TARGET opencv_imgproc PROPERTY INTERFACE_LINK_LIBRARIES opencv_core)
set_property(TARGET opencv_video PROPERTY INTERFACE_LINK_LIBRARIES opencv_imgproc)
