// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/screen_profile.h"

#include <QGuiApplication>
#include <QScreen>

#include <cstdlib>
#include <memory>
#include <string>

#if QT_CONFIG(xcb)
#include <xcb/xcb.h>
#endif

namespace underpaint {

#if QT_CONFIG(xcb)
namespace {

constexpr std::uint32_t kMostWords = 1U << 20;  // 4 MB

template <class Reply>
using Owned = std::unique_ptr<Reply, decltype(&std::free)>;

Bytes root_property(xcb_connection_t* connection, const std::string& name) {
    const Owned<xcb_intern_atom_reply_t> atom(
        xcb_intern_atom_reply(
            connection,
            xcb_intern_atom(connection, 1, static_cast<std::uint16_t>(name.size()), name.c_str()),
            nullptr),
        std::free);
    if (!atom || atom->atom == XCB_ATOM_NONE) return {};
    const xcb_window_t root = xcb_setup_roots_iterator(xcb_get_setup(connection)).data->root;
    const Owned<xcb_get_property_reply_t> property(
        xcb_get_property_reply(connection,
                               xcb_get_property(connection, 0, root, atom->atom,
                                                XCB_GET_PROPERTY_TYPE_ANY, 0, kMostWords),
                               nullptr),
        std::free);
    if (!property || property->format != 8) return {};
    const auto* bytes = static_cast<const std::byte*>(xcb_get_property_value(property.get()));
    return {bytes, bytes + xcb_get_property_value_length(property.get())};
}

}  // namespace
#endif

Bytes screen_profile([[maybe_unused]] const QScreen* screen) {
#if QT_CONFIG(xcb)
    // Without an X display another platform may also answer, with a null connection.
    const auto* x11 = qGuiApp->nativeInterface<QNativeInterface::QX11Application>();
    if (x11 && x11->connection() && QGuiApplication::platformName() == QLatin1String("xcb")) {
        const auto index = QGuiApplication::screens().indexOf(screen);
        return root_property(x11->connection(),
                             index > 0 ? "_ICC_PROFILE_" + std::to_string(index) : "_ICC_PROFILE");
    }
#endif
    return {};
}

}  // namespace underpaint
