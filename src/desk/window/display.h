// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <filesystem>
#include <memory>

#include "icc/display_transform.h"

class QScreen;

namespace underpaint {

class NoticeBar;

/// The colours that the screen makes of numbers: by the profile that the painter chose, else by the
/// one that the window system has for the screen, else sRGB.
class Display : public QObject {
    Q_OBJECT
public:
    explicit Display(NoticeBar& notice, QObject* parent = nullptr);

    /// Null: sRGB.
    const std::shared_ptr<const DisplayTransform>& transform() const { return transform_; }
    /// Tells profiles apart; empty: sRGB.
    const std::string& profile() const { return profile_; }
    /// Tells screens apart, by what their makers say of them.
    std::string screen() const;
    /// Empty when none was chosen. Remembered from run to run.
    std::filesystem::path chosen() const;
    /// An empty file goes back to the system's. One that is of no use is said and not taken.
    void choose(const std::filesystem::path& file);
    /// The window has come to this screen.
    void move_to(QScreen* screen);

signals:
    void changed();

private:
    bool use(const std::filesystem::path& file);
    void use_system();

    NoticeBar& notice_;
    QScreen* screen_ = nullptr;
    std::shared_ptr<const DisplayTransform> transform_;
    std::string profile_;
};

}  // namespace underpaint
