// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <functional>
#include <optional>
#include <string>
#include <variant>
#include <vector>

#include "watch/save.h"
#include "watch/save_changes.h"
#include "watch/settling.h"

namespace underpaint {

/// A file that another program saves, seen by looking at it now and then. It may not be there yet,
/// go away and come back, be replaced by another, or hold what can't be read: that is told of once
/// and forgotten when it can be read again.
class WatchedFile {
public:
    using Clock = Settling::Clock;

    /// \param against what saves are measured against; nothing: the first save is sealed
    /// \param date    of that seal, as ISO 8601
    WatchedFile(std::filesystem::path path, std::optional<Painting> against, Reader reader,
                HouseRules own_rules, std::string date);

    /// The first save was sealed: later ones are measured against it.
    struct Sealed {
        Size size;
    };
    struct Saved {
        Save save;
        std::vector<PartChange> changes;  ///< since the save before, or the seal
    };
    /// It can't be read or measured, in a sentence.
    struct Unreadable {
        std::string words;
    };
    using Event = std::variant<Sealed, Saved, Unreadable>;

    /// Looks at the file. Nothing: it is as it was, or not at rest yet, or its pixels are.
    std::optional<Event> look(Clock::time_point moment, const std::stop_token& stop = {});
    /// Something is on its way.
    bool waits() const { return settling_.waits(); }
    const std::filesystem::path& path() const { return path_; }
    const std::optional<Against>& against() const { return against_; }

private:
    std::optional<Event> take(Picture picture, const std::stop_token& stop);

    std::filesystem::path path_;
    std::optional<Against> against_;
    Reader reader_;
    HouseRules rules_;
    std::string date_;
    Settling settling_;
    SharedPicture last_;         // in the frame of the seal
    SharedPicture last_pixels_;  // as the file had them
    std::string last_trouble_;
    int number_ = 0;
};

}  // namespace underpaint
