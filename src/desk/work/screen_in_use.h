// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <filesystem>
#include <memory>
#include <span>
#include <vector>

#include "icc/display_transform.h"
#include "practice/screen_check.h"
#include "terms/result.h"

namespace underpaint {

/// The screen that the window is on: how it is driven, and what of the scale can be told apart on
/// it, by the last check of it with that profile.
class ScreenInUse : public QObject {
    Q_OBJECT
public:
    /// In the folder of the painter's records.
    ScreenInUse();
    /// \param folder where the checks are kept
    explicit ScreenInUse(std::filesystem::path folder);

    /// The window has come to a screen, or its profile is another.
    /// \param profile something that tells profiles apart; empty: sRGB
    void move_to(const std::string& screen, const std::string& profile,
                 std::shared_ptr<const DisplayTransform> transform);
    const std::string& name() const { return screen_; }
    const std::string& profile() const { return profile_; }
    /// Null: sRGB.
    const DisplayTransform* transform() const { return transform_.get(); }

    /// The last check of this screen; null: it was not checked yet.
    const ScreenCheck* check() const { return last_check(checks_, screen_, profile_); }
    /// Keeps one of this screen, and says what that tells of the room's light since the one before.
    struct Kept {
        RoomLight room = RoomLight::same;
        bool first = true;
        Done saved;
    };
    Kept keep(ScreenCheck check);
    /// Whether all of some steps lie where this screen tells none apart. False when not checked.
    bool hides(std::span<const double> steps) const;

signals:
    void changed();

private:
    std::filesystem::path folder_;
    std::string screen_, profile_;
    std::shared_ptr<const DisplayTransform> transform_;
    std::vector<ScreenCheck> checks_;
};

}  // namespace underpaint
