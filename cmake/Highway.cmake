# Highway compiles its kernels for several instruction sets and picks one when the program runs.
find_package(hwy REQUIRED)
add_library(underpaint_simd INTERFACE)
target_link_libraries(underpaint_simd INTERFACE hwy::hwy)
# Left out: sets that would double the compile time and give these kernels nothing new.
target_compile_definitions(underpaint_simd INTERFACE
  "HWY_DISABLED_TARGETS=(HWY_SSSE3|HWY_AVX3_DL)")
