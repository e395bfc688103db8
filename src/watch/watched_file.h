// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <filesystem>
#include <functional>
#include <optional>
#include <string>
#include <variant>
#include <vector>

#include "files/flat_picture.h"
#include "files/layer_list.h"
#include "watch/compared.h"
#include "watch/save.h"
#include "watch/save_changes.h"
#include "watch/settling.h"

namespace underpaint {

/// A file that another program saves, seen by looking at it now and then. It may not be there yet,
/// go away and come back, be replaced by another, or hold what can't be read: that is told of once
/// and forgotten when it can be read again. Between saves it keeps the seal and small copies alone.
class WatchedFile {
public:
    using Clock = Settling::Clock;
    using Now = std::function<std::chrono::sys_seconds()>;

    /// \param against what saves are measured against; nothing: the first save is sealed
    /// \param known   saves of that file that were seen before: numbers go on from there, and what
    ///                has not changed since the last is not one more
    /// \param now     by the clock on the wall; for the time of a save and the date of the seal
    WatchedFile(std::filesystem::path path, std::optional<Painting> against, Reader reader,
                HouseRules own_rules, SaveLedger known, Now now);

    /// A save that was measured.
    struct Saved {
        bool sealed = false;  ///< it was the first, and later ones are measured against it
        Save save;
        KeptSave kept;
        std::vector<PartChange> changes;  ///< since the save before, or the seal
    };
    /// Figures of a save from small copies, which come first.
    struct Sketch {
        double value = 0;  ///< 95 % of the drift from the seal, in steps
        std::vector<PartChange> changes;
    };
    /// It can't be read or measured, in a sentence.
    struct Unreadable {
        std::string words;
    };
    using Event = std::variant<Saved, Unlike, Unreadable>;

    /// Looks at the file. Nothing: it is as it was, or not at rest yet, or its pixels are.
    /// \param sketch told once of each save that is about to be measured
    std::optional<Event> look(Clock::time_point moment, const std::stop_token& stop = {},
                              const std::function<void(const Sketch&)>& sketch = {});
    /// Measures saves that are unlike the seal all the same: the last one that was refused, and
    /// later ones.
    void take_unlike();
    /// Gives memory back that is taken again when it is needed.
    void rest() const;
    /// Something is on its way.
    bool waits() const { return settling_.waits(); }
    /// After how long to look at it again where nothing is heard of it.
    std::chrono::milliseconds next_look() const;
    const std::filesystem::path& path() const { return path_; }
    const std::optional<Against>& against() const { return against_; }
    /// The ground on which states are compared; there once there is a seal.
    const std::optional<ComparedGround>& ground() const { return ground_; }

private:
    /// A file that was read while its rest was waited for.
    struct Read {
        std::optional<FileStamp> stamp;
        Result<FlatPicture> picture;
    };
    std::string layers_since(const FloatBlock& place, const Alignment& where, Size file,
                             const std::stop_token& stop);
    std::optional<Event> take(Picture picture, const std::stop_token& stop,
                              const std::function<void(const Sketch&)>& sketch);

    std::filesystem::path path_;
    std::optional<Against> against_;
    Reader reader_;
    HouseRules rules_;
    Now now_;
    Settling settling_;
    std::optional<Read> early_;
    std::optional<ComparedGround> ground_;
    RgbBlock last_;                          // as it is compared; empty: the seal
    std::optional<std::uint64_t> last_sum_;  // of the pixels
    std::vector<ListedLayer> last_layers_;   // of a file that has some
    std::string last_trouble_;
    bool even_unlike_ = false, again_ = false;
    bool levels_in_use_ = false;  // of the seal, by somebody else
    int number_ = 0;
};

}  // namespace underpaint
