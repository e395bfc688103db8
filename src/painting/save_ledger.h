// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <chrono>
#include <cstdint>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "painting/kept_picture.h"
#include "raster/alignment.h"
#include "terms/verdict.h"

namespace underpaint {

/// The figure of a save in one column of the ledger.
struct SaveFigure {
    std::string balance;  ///< as it is shown: "0.34"
    Verdict verdict = Verdict::open;
    friend bool operator==(const SaveFigure&, const SaveFigure&) = default;
};
inline constexpr std::size_t kSaveColumns = 3;  ///< Value, Focus and Swing

/// A save of the painter's own program, as it is remembered.
struct KeptSave {
    int number = 1;  ///< from 1, in the order they were seen; stays when others are thinned out
    std::chrono::sys_seconds when{};
    Size size;        ///< of the file
    Alignment where;  ///< of the seal in the file
    std::array<SaveFigure, kSaveColumns> figures;
    std::string
        changed;  ///< in value since the save before, "Sky +0.3"; empty: nothing worth a word
    std::string layers;   ///< of a file with layers: what became of them since, in a sentence
    std::string notices;  ///< how it was brought to the seal's frame
    /// In the seal's frame, at viewing scale; nothing where it was lost.
    std::optional<KeptPicture> picture;
    std::uint64_t pixels = 0;          ///< check sum of the file's pixels
    std::optional<std::string> meant;  ///< the painter accepts it, with a note
    friend bool operator==(const KeptSave&, const KeptSave&) = default;
};

/// The saves of a watched file, the oldest first. A value; copies share the saves.
class SaveLedger {
public:
    SaveLedger() = default;
    SaveLedger(std::string file, std::vector<KeptSave> saves)
        : file_(std::move(file)),
          saves_(std::make_shared<const std::vector<KeptSave>>(std::move(saves))) {}

    /// The path of the watched file; empty when none was watched.
    const std::string& file() const { return file_; }
    const std::vector<KeptSave>& saves() const {
        static const std::vector<KeptSave> none;
        return saves_ ? *saves_ : none;
    }
    bool empty() const { return file_.empty() && saves().empty(); }

    friend bool operator==(const SaveLedger& a, const SaveLedger& b) {
        return a.file_ == b.file_ && (a.saves_ == b.saves_ || a.saves() == b.saves());
    }

private:
    std::string file_;
    std::shared_ptr<const std::vector<KeptSave>> saves_;
};

inline constexpr std::size_t kMostSaves = 400;

/// Adds a save. Beyond kMostSaves older ones are dropped: never the first, the last, or one that
/// slipped while there are others; in the older half, the one whose neighbours lie closest together
/// in time.
SaveLedger with_save(const SaveLedger& ledger, KeptSave save);

/// Whether one of its columns slips or is lost.
bool slipped(const KeptSave& save);

}  // namespace underpaint
