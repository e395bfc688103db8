# Highway compiles its kernels for several instruction sets and picks one when the program runs.
find_package(hwy REQUIRED)
add_library(underpaint_simd INTERFACE)
target_link_libraries(underpaint_simd INTERFACE hwy::hwy)
# Left out: sets that would double the compile time and give these kernels nothing new. Under the
# sanitizers two widths are enough to find a lane too many.
set(left_out HWY_SSSE3 HWY_AVX3_DL)
if(UNDERPAINT_SANITIZE OR UNDERPAINT_TSAN)
  list(APPEND left_out HWY_SSE4 HWY_AVX3)
endif()
list(JOIN left_out "|" left_out)
target_compile_definitions(underpaint_simd INTERFACE "HWY_DISABLED_TARGETS=(${left_out})")
