// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/display.h"

#include <QSettings>

#include "desk/kit/notice_bar.h"
#include "desk/window/screen_profile.h"

namespace underpaint {
namespace {

const QString kSetting = QStringLiteral("display/profile");

}  // namespace

Display::Display(NoticeBar& notice, QObject* parent) : QObject(parent), notice_(notice) {
    if (const auto file = chosen(); !file.empty()) use(file);
}

std::filesystem::path Display::chosen() const {
    return QSettings().value(kSetting).toString().toStdString();
}

void Display::choose(const std::filesystem::path& file) {
    if (file.empty()) {
        QSettings().remove(kSetting);
        return use_system();
    }
    if (use(file)) QSettings().setValue(kSetting, QString::fromStdString(file.string()));
}

void Display::move_to(QScreen* screen) {
    screen_ = screen;
    if (chosen().empty()) use_system();
}

bool Display::use(const std::filesystem::path& file) {
    const auto bytes = read_file(file);
    const auto transform =
        bytes ? DisplayTransform::for_screen(file.string(), *bytes) : tl::unexpected(bytes.error());
    if (!transform) {
        notice_.say(QString::fromStdString(transform.error().message()) +
                    tr(" Colours are shown as before."));
        return false;
    }
    transform_ = *transform;
    emit changed();
    return true;
}

void Display::use_system() {
    const Bytes bytes = screen_ ? screen_profile(screen_) : Bytes();
    const auto transform = DisplayTransform::for_screen("", bytes);
    // A profile that the system has but that can't be used is not the painter's doing.
    transform_ = transform ? *transform : nullptr;
    emit changed();
}

}  // namespace underpaint
