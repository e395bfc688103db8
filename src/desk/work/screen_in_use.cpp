// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/screen_in_use.h"

#include <algorithm>

#include "files/screen_checks.h"
#include "files/user_folders.h"

namespace underpaint {

ScreenInUse::ScreenInUse() : ScreenInUse(records_folder()) {}

/// A file that can't be read counts as none; it is put aside when the next check is kept.
ScreenInUse::ScreenInUse(std::filesystem::path folder)
    : folder_(std::move(folder)),
      checks_(read_screen_checks(folder_).value_or(std::vector<ScreenCheck>{})) {}

void ScreenInUse::move_to(const std::string& screen, const std::string& profile,
                          std::shared_ptr<const DisplayTransform> transform) {
    screen_ = screen, profile_ = profile;
    transform_ = std::move(transform);
    emit changed();
}

ScreenInUse::Kept ScreenInUse::keep(ScreenCheck check) {
    check.screen = screen_, check.profile = profile_;
    Kept kept;
    if (const ScreenCheck* before = this->check()) {
        kept.first = false;
        kept.room = room_since(*before, check);
    }
    // Another window may have saved a check meanwhile.
    checks_ = read_screen_checks(folder_).value_or(std::move(checks_));
    checks_.push_back(std::move(check));
    kept.saved = save_screen_checks(folder_, checks_);
    emit changed();
    return kept;
}

bool ScreenInUse::hides(std::span<const double> steps) const {
    const ScreenCheck* last = check();
    return last != nullptr && !steps.empty() && std::ranges::all_of(steps, [&](double step) {
               return step < last->darkest() || step > last->lightest();
           });
}

}  // namespace underpaint
