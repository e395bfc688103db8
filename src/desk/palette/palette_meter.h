// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <memory>
#include <vector>

#include "desk/work/follower.h"
#include "desk/work/session.h"
#include "palette/forecast.h"
#include "palette/palette_figures.h"
#include "palette/plan_outcome.h"
#include "palette/tube_reach.h"

namespace underpaint {

/// How the colours of the table would be laid, and over what.
struct ForecastSetting {
    BlendMode blend = BlendMode::color;
    float strength = 1, hold = 0;
    bool over_now = false;       ///< over the finished picture, not over the seal
    std::optional<PartId> part;  ///< nothing: the whole picture
    friend bool operator==(const ForecastSetting&, const ForecastSetting&) = default;
};

/// A pixel of the picture on the disc.
struct ColourDot {
    float hue, chroma;  ///< OKLCh; degrees
};

/// Measures what the Palette bench shows, beside the interface, while somebody looks: how the
/// palette lies in the picture, what its colours would do, and what the colour plan comes to.
class PaletteMeter : public QObject {
    Q_OBJECT
public:
    explicit PaletteMeter(Session& session, QObject* parent = nullptr);

    /// Follows the document only while somebody looks.
    void watch(bool on);
    const ForecastSetting& setting() const { return setting_; }
    void set_setting(const ForecastSetting& setting);

    /// Pixels of the finished picture; null or empty until they are there.
    const std::shared_ptr<const RgbBlock>& picture() const { return picture_; }
    const std::vector<ColourDot>& dots() const { return dots_; }
    /// In the palette's order; may be of the palette before. Null until they are there.
    const PaletteFigures* figures() const { return figures_ ? &*figures_ : nullptr; }
    /// Null until there is a seal and it was read; of the reader's choice.
    const std::shared_ptr<const Backdrop>& backdrop() const { return backdrop_; }
    const PlanPlaces* places() const { return places_ ? &*places_ : nullptr; }
    /// The plan's outcome: of a sketch while a hand moves, then of the viewing scale.
    const PlanOutcome* outcome() const { return outcome_ ? &*outcome_ : nullptr; }

    /// The reach of the palette's tubes; null without tubes, and until it was found.
    const std::shared_ptr<const TubeReach>& reach() const { return reach_; }

    bool finished() const;

signals:
    void picture_changed();
    void figures_changed();
    void backdrop_changed();
    void places_changed();
    void outcome_changed();
    void reach_changed();

private:
    void follow();
    Follower::Work see();
    Follower::Work measure_figures();
    Follower::Work read_backdrop();
    Follower::Work find_places();
    Follower::Work try_plan(int side);
    Follower::Work find_reach();

    Session& session_;
    bool watching_ = false;
    ForecastSetting setting_;
    Follower seeing_, figuring_, reading_, placing_, planning_, reaching_;
    std::optional<Painting> followed_;  // what all of these are of
    std::optional<Reader> reader_;
    std::shared_ptr<const RgbBlock> picture_;
    std::vector<ColourDot> dots_;
    std::optional<PaletteFigures> figures_;
    std::shared_ptr<const Backdrop> backdrop_;
    std::optional<PlanPlaces> places_;
    std::optional<PlanOutcome> outcome_;
    std::shared_ptr<const TubeReach> reach_;
};

}  // namespace underpaint
