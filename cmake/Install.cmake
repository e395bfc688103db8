# SPDX-License-Identifier: GPL-3.0-or-later
# What `cmake --install` puts where (the freedesktop.org places), and the .deb that cpack makes.
include(GNUInstallDirs)
set(share ${CMAKE_INSTALL_DATADIR})
set(doc ${share}/doc/faithful-underpaint)
set(from ${PROJECT_SOURCE_DIR}/install)
set(made ${PROJECT_BINARY_DIR}/install)

install(TARGETS faithful-underpaint underpaint underpaint-stand-in RUNTIME DESTINATION ${CMAKE_INSTALL_BINDIR})
install(FILES ${PROJECT_SOURCE_DIR}/demo/salt-cart.ora DESTINATION ${share}/faithful-underpaint)

# What the tables of benches and of picture formats say.
include(${PROJECT_SOURCE_DIR}/src/desk/benches.cmake)
file(STRINGS ${PROJECT_SOURCE_DIR}/src/files/picture_formats.def formats REGEX "^PICTURE_FORMAT")
list(TRANSFORM formats REPLACE "^[^\"]*\"([^\"]*)\".*" "\\1" OUTPUT_VARIABLE format_names)
list(TRANSFORM formats REPLACE "^[^\"]*\"[^\"]*\", \"([^\"]*)\".*" "\\1" OUTPUT_VARIABLE picture_types)
function(in_words result)
  set(words ${ARGN})
  list(POP_BACK words last)
  list(JOIN words ", " first)
  set(${result} "${first} or ${last}" PARENT_SCOPE)
endfunction()
in_words(picture_names ${format_names})
in_words(bench_names ${benches})
foreach(text faithful-underpaint.desktop faithful-underpaint.1)
  configure_file(${from}/${text}.in ${made}/${text} @ONLY)
endforeach()
configure_file(${from}/underpaint.1 ${made}/underpaint.1 COPYONLY)
configure_file(${from}/underpaint-stand-in.1 ${made}/underpaint-stand-in.1 COPYONLY)
configure_file(${from}/changelog ${made}/changelog COPYONLY)
set_property(DIRECTORY APPEND PROPERTY CMAKE_CONFIGURE_DEPENDS
  ${PROJECT_SOURCE_DIR}/src/files/picture_formats.def)
install(FILES ${made}/faithful-underpaint.desktop DESTINATION ${share}/applications)
install(FILES ${from}/org.faithfulunderpaint.desk.metainfo.xml
  DESTINATION ${share}/metainfo)
install(FILES ${from}/faithful-underpaint.mime.xml
  DESTINATION ${share}/mime/packages RENAME faithful-underpaint.xml)

# The icon in all sizes, drawn from the one picture.
find_package(Qt6 REQUIRED COMPONENTS Gui Svg)
add_executable(draw_icons ${from}/draw_icons.cpp)
target_link_libraries(draw_icons PRIVATE underpaint_options Qt6::Gui Qt6::Svg)
set(sides 16 22 24 32 48 64 128 256 512)
list(TRANSFORM sides REPLACE "(.+)" "${made}/\\1.png" OUTPUT_VARIABLE icons)
add_custom_command(OUTPUT ${icons}
  COMMAND ${CMAKE_COMMAND} -E make_directory ${made}
  COMMAND draw_icons ${from}/icons/faithful-underpaint.svg ${made}
  DEPENDS draw_icons ${from}/icons/faithful-underpaint.svg)
foreach(side ${sides})
  install(FILES ${made}/${side}.png RENAME faithful-underpaint.png
    DESTINATION ${share}/icons/hicolor/${side}x${side}/apps)
endforeach()
install(FILES ${from}/icons/faithful-underpaint.svg DESTINATION ${share}/icons/hicolor/scalable/apps)

# Manual pages and the change log are kept compressed, always to the same bytes.
find_program(GZIP gzip REQUIRED)
set(packed)
foreach(text faithful-underpaint.1 underpaint.1 underpaint-stand-in.1 changelog)
  add_custom_command(OUTPUT ${made}/${text}.gz
    COMMAND ${CMAKE_COMMAND} -E make_directory ${made}
    COMMAND ${GZIP} -9nc ${made}/${text} > ${made}/${text}.gz
    DEPENDS ${made}/${text})
  list(APPEND packed ${made}/${text}.gz)
endforeach()
install(FILES ${made}/faithful-underpaint.1.gz ${made}/underpaint.1.gz
  ${made}/underpaint-stand-in.1.gz
  DESTINATION ${CMAKE_INSTALL_MANDIR}/man1)
install(FILES ${made}/changelog.gz DESTINATION ${doc})
add_custom_target(to_install ALL DEPENDS ${icons} ${packed})

# The fonts are inside the program; their terms stand beside its own.
file(READ ${from}/copyright ours)
file(READ ${PROJECT_SOURCE_DIR}/assets/fonts/COPYRIGHT fonts)
string(FIND "${fonts}" "Files: *" at)
string(SUBSTRING "${fonts}" ${at} -1 fonts)
string(REPLACE "Files: *" "Files: assets/fonts/*" fonts "${fonts}")
file(WRITE ${made}/copyright "${ours}${fonts}")
install(FILES ${made}/copyright ${PROJECT_SOURCE_DIR}/docs/audit-2.schema.json DESTINATION ${doc})

set(CPACK_GENERATOR DEB)
set(CPACK_PACKAGE_NAME faithful-underpaint)
set(CPACK_PACKAGE_CONTACT "The Faithful Underpaint team <team@faithful-underpaint.example>")
set(CPACK_PACKAGE_DESCRIPTION_SUMMARY "see which colour pass moved the values of an underpaint")
set(CPACK_DEBIAN_PACKAGE_DESCRIPTION
"For painters who settle a picture in grey first and colour it in passes.
The grey structure is sealed, and after every pass the program measures
whether values, focal contrast and the warmth of lights and shadows
survived. It names the pass that did the damage, shows where, and offers
mends that it has tried.")
set(CPACK_DEBIAN_PACKAGE_SECTION graphics)
set(CPACK_DEBIAN_PACKAGE_SHLIBDEPS ON)
set(CPACK_DEBIAN_FILE_NAME DEB-DEFAULT)
set(CPACK_STRIP_FILES ON)
set(CPACK_INSTALL_DEFAULT_DIRECTORY_PERMISSIONS
  OWNER_READ OWNER_WRITE OWNER_EXECUTE GROUP_READ GROUP_EXECUTE WORLD_READ WORLD_EXECUTE)
set(CPACK_PACKAGING_INSTALL_PREFIX /usr)
include(CPack)
