# What every target of this project is compiled with.
add_library(underpaint_options INTERFACE)
target_compile_options(underpaint_options INTERFACE
  -Wall -Wextra -Wpedantic -Wshadow -Wconversion -Wno-sign-conversion -Wnon-virtual-dtor
  # GCC 12 sees overlapping copies in plain string concatenation (its bug 105651).
  $<$<CXX_COMPILER_ID:GNU>:-Wno-restrict>
  # Products and sums stay as written, so that figures are the same on every machine.
  -ffp-contract=off
  # Nobody asks errno or the exception flags how a root or a comparison went; keeping them right
  # would keep both out of vector loops. Values stay the same.
  -fno-math-errno -fno-trapping-math)
if(UNDERPAINT_WARNINGS_AS_ERRORS)
  target_compile_options(underpaint_options INTERFACE -Werror)
endif()
if(UNDERPAINT_SANITIZE)
  target_compile_options(underpaint_options INTERFACE
    -fsanitize=address,undefined -fno-sanitize-recover=all -fno-omit-frame-pointer -O1
    # Checks that are built in hide from GCC that a variant is whole; the plain build does warn.
    $<$<CXX_COMPILER_ID:GNU>:-Wno-maybe-uninitialized>)
  target_link_options(underpaint_options INTERFACE -fsanitize=address,undefined)
endif()
