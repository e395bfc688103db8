# What every target of this project is compiled with.
add_library(underpaint_options INTERFACE)
target_compile_options(underpaint_options INTERFACE
  # Products and sums stay as written, so that figures are the same on every machine.
  -ffp-contract=off
  # Nobody asks errno or the exception flags how a root or a comparison went; keeping them right
  # would keep both out of vector loops. Values stay the same.
  -fno-math-errno -fno-trapping-math)
# To look for what to warn of takes a fifth of the time that a file does, and the plain build has.
if(NOT UNDERPAINT_SANITIZE)
  target_compile_options(underpaint_options INTERFACE
    -Wall -Wextra -Wpedantic -Wshadow -Wconversion -Wno-sign-conversion -Wnon-virtual-dtor
    # GCC 12 sees overlapping copies in plain string concatenation (its bug 105651).
    # In precompiled headers, and at -O1, it takes the short text inside a string for all of it; the
    # tests under the address sanitizer see what these warnings are for.
    $<$<CXX_COMPILER_ID:GNU>:-Wno-restrict;-Wno-array-bounds;-Wno-stringop-overflow;-Wno-stringop-overread>)
endif()
if(UNDERPAINT_WARNINGS_AS_ERRORS)
  target_compile_options(underpaint_options INTERFACE -Werror)
endif()

# The rooms, beyond that: what is tested. Tests themselves are built to be built quickly: those that
# compute what they expect with some optimisation, those that only drive a program with none.
add_library(underpaint_room_options INTERFACE)
target_link_libraries(underpaint_room_options INTERFACE underpaint_options)
add_library(underpaint_test_options INTERFACE)
target_link_libraries(underpaint_test_options INTERFACE underpaint_options)
add_library(underpaint_driver_options INTERFACE)
target_link_libraries(underpaint_driver_options INTERFACE underpaint_options)
if(UNDERPAINT_SANITIZE)
  target_compile_options(underpaint_options INTERFACE
    -fsanitize=address -fno-omit-frame-pointer -g1)
  target_link_options(underpaint_options INTERFACE -fsanitize=address,undefined)
  # Null, misplaced and outlying pointers the address sanitizer sees; to look for them twice takes a
  # third of the time that the build does.
  target_compile_options(underpaint_room_options INTERFACE
    -O1 -fsanitize=undefined -fno-sanitize=null,alignment,object-size,vptr -fno-sanitize-recover=all)
elseif(UNDERPAINT_TSAN)
  target_compile_options(underpaint_options INTERFACE -O1 -g1 -fsanitize=thread
    -fsanitize-ignorelist=${PROJECT_SOURCE_DIR}/cmake/tsan-ignore.txt)
  target_link_options(underpaint_options INTERFACE -fsanitize=thread)
elseif(UNDERPAINT_LIBFUZZER)
  set(fuzzing -O1 -g1 -fsanitize=fuzzer-no-link,address,undefined -fno-sanitize=vptr -fno-sanitize-recover=all)
  target_compile_options(underpaint_options INTERFACE ${fuzzing})
  target_link_options(underpaint_options INTERFACE ${fuzzing})
else()
  target_compile_options(underpaint_test_options INTERFACE -O1)
  target_compile_options(underpaint_driver_options INTERFACE -O0)
  # What Debian builds its packages with (dpkg-buildflags, hardening=+all): files of strangers are
  # read. docs/performance.md says what it costs.
  target_compile_options(underpaint_options INTERFACE
    -fstack-protector-strong -fcf-protection -Wformat -Werror=format-security)
  target_compile_options(underpaint_room_options INTERFACE
    $<$<CONFIG:Release>:-D_FORTIFY_SOURCE=2>)
  target_link_options(underpaint_options INTERFACE -Wl,-z,relro,-z,now)
  set(CMAKE_POSITION_INDEPENDENT_CODE ON)
endif()
