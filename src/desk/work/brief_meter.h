// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QObject>
#include <map>
#include <memory>
#include <optional>

#include "brief/standing.h"
#include "brief/thumbnail_figures.h"
#include "desk/work/follower.h"
#include "desk/work/measuring.h"
#include "desk/work/session.h"
#include "desk/work/values_meter.h"

namespace underpaint {

/// A picture of the brief as it is shown, and what was measured of it.
template <class Figures>
struct ViewedPicture {
    QImage image;  ///< small; null where it can't be read
    std::optional<Figures> figures;
};

/// Measures thumbnails and references beside the interface, and how the painting stands to its
/// brief. What was measured once is kept as long as the picture is there.
class BriefMeter : public QObject {
    Q_OBJECT
public:
    BriefMeter(Session& session, const ValuesMeter& values, const Measuring& passes,
               QObject* parent = nullptr);

    using SeenThumbnail = ViewedPicture<ThumbnailFigures>;
    using SeenReference = ViewedPicture<PictureFigures>;
    /// Null until it was measured.
    const SeenThumbnail* seen(const Thumbnail& thumbnail) const;
    const SeenReference* seen(const Reference& reference) const;
    /// Figures of the whole painting; null until there are some. They may be of the moment before.
    const WorkFigures* work() const { return work_ ? &*work_ : nullptr; }

    const std::vector<StepStanding>& standing() const { return standing_; }
    const std::vector<BriefLine>& lines() const { return lines_; }
    /// The step that is worked on; null when all are done.
    const RouteStep* in_hand() const;
    std::optional<std::size_t> place_in_hand() const;
    /// The step that the work has come to, beyond the one in hand; null where there is none.
    const RouteStep* ahead() const;

    bool finished() const { return !pictures_.running() && follower_.settled(); }

signals:
    void pictures_changed();
    void standing_changed();

private:
    /// A picture of the brief as it is to be measured.
    template <class Kept>
    struct Wanted {
        Kept kept;
        Reader reader;
        friend bool operator==(const Wanted&, const Wanted&) = default;
    };
    template <class Kept, class Figures>
    using Known = std::vector<std::pair<Wanted<Kept>, ViewedPicture<Figures>>>;
    /// The inputs of the painting's own figures.
    struct WorkBasis {
        Basis values, passes;
        friend bool operator==(const WorkBasis&, const WorkBasis&) = default;
    };
    const RouteStep* step_at(std::optional<std::size_t> place) const;
    void look();
    void measure_pictures();
    Follower::Work measure_painting();
    void stand();

    Session& session_;
    const ValuesMeter& values_;
    const Measuring& passes_;
    LatestJob pictures_;
    Follower follower_;
    Known<Thumbnail, ThumbnailFigures> thumbnails_;
    Known<Reference, PictureFigures> references_;
    std::optional<WorkBasis> basis_;
    std::optional<WorkFigures> work_;
    std::vector<StepStanding> standing_;
    std::vector<BriefLine> lines_;
};

}  // namespace underpaint
