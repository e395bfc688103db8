// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/display.h"

#include <QCryptographicHash>
#include <QScreen>
#include <QSettings>

#include "desk/kit/notice_bar.h"
#include "desk/window/screen_profile.h"

namespace underpaint {
namespace {

/// Of a profile's bytes.
std::string mark_of(const Bytes& bytes) {
    const QByteArrayView view(reinterpret_cast<const char*>(bytes.data()),
                              static_cast<qsizetype>(bytes.size()));
    return QCryptographicHash::hash(view, QCryptographicHash::Sha256)
        .toHex()
        .left(16)
        .toStdString();
}

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
    if (chosen().empty()) return use_system();
    emit changed();
}

std::string Display::screen() const {
    if (screen_ == nullptr) return {};
    QStringList said;
    for (const QString& each : {screen_->manufacturer(), screen_->model(), screen_->serialNumber()})
        if (!each.isEmpty()) said << each;
    // A screen without maker, model or serial number is known by its connector.
    return (said.isEmpty() ? screen_->name() : said.join(QLatin1Char(' '))).toStdString();
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
    profile_ = mark_of(*bytes);
    emit changed();
    return true;
}

void Display::use_system() {
    const Bytes bytes = screen_ ? screen_profile(screen_) : Bytes();
    const auto transform = DisplayTransform::for_screen("", bytes);
    // An unusable profile of the system is not the painter's fault: no message.
    transform_ = transform ? *transform : nullptr;
    profile_ = transform_ ? mark_of(bytes) : std::string();
    emit changed();
}

}  // namespace underpaint
