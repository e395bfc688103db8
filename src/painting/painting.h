// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "painting/brief.h"
#include "painting/foreign.h"
#include "painting/group.h"
#include "painting/made_report.h"
#include "painting/meant.h"
#include "painting/palette.h"
#include "painting/part.h"
#include "painting/pass.h"
#include "painting/plan.h"
#include "painting/save_ledger.h"
#include "painting/seal.h"
#include "painting/version.h"
#include "painting/work_log.h"

namespace underpaint {

/// The document. A value: a change makes a new one, which shares all pixels that did not change,
/// so that undo is a list of paintings and a worker can read one while the desk moves on.
struct Painting {
    std::string name;
    SharedPicture underpaint;  ///< opaque; never null
    std::vector<Part> parts;
    Plan plan;
    std::vector<Pass> values;   ///< above the seal line: they shape the underpaint
    std::vector<Pass> passes;   ///< below it, in the order they were laid
    std::vector<Group> groups;  ///< of passes; those of one stand one after the other
    std::vector<Seal> seals;    ///< oldest first
    std::size_t seal_at = 0;    ///< which of them is in force
    Palette palette;
    ColourPlan colour_plan;
    Brief brief;
    std::vector<Meant> meant;  ///< findings that the painter accepts
    /// Several colourings in the painter's order; none while there is but one. What the painting
    /// itself has as passes, groups, palette, colour plan and meant is the chosen one's.
    std::vector<Version> versions;
    VersionId version = kNoVersion;  ///< the chosen one
    std::vector<BlindLook> looks;    ///< at them, in the order they were made
    /// In files the versions that are not chosen are there for other programs too, as hidden
    /// groups.
    bool others_see_all = false;
    std::string report_words;  ///< the painter's own, at the top of its reports
    std::optional<MadeReport> last_report;
    WorkLog log;
    SaveLedger saves;                            ///< of the file that is watched
    std::shared_ptr<const ForeignFile> foreign;  ///< null: nothing

    Size size() const { return underpaint->size(); }
    bool sealed() const { return !seals.empty(); }
    const Seal& seal() const { return seals[seal_at]; }
    /// The picture that passes start from and are compared with: the seal, or the underpaint before
    /// sealing.
    const SharedPicture& ground() const { return sealed() ? seal().picture : underpaint; }
    /// Null when there is no such part.
    const Part* part(PartId id) const;
    /// Null when there is no such group.
    const Group* group(GroupId id) const;
    /// Null when there is no such version.
    const Version* find_version(VersionId id) const;
    /// Whether one of its passes may change a pixel: it is on with some strength, and so is its
    /// group.
    bool lays(const Pass& pass) const;

    friend bool operator==(const Painting&, const Painting&) = default;
};

/// Takes over from another painting what is written down while other work is done, and that is no
/// part of what undo takes back: the time that was logged, the saves that were seen and the last
/// report that was made.
Painting with_records_of(Painting painting, const Painting& other);
/// Whether they differ in nothing but that.
bool same_but_for_records(const Painting& a, const Painting& b);

/// The masks of all parts that a pass reaches and that are there.
std::vector<SharedPicture> reached_masks(const Painting& painting, const Reach& reach);

}  // namespace underpaint
