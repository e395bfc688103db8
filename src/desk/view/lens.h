// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QRectF>
#include <array>
#include <functional>
#include <memory>
#include <optional>

#include "colour/reader.h"
#include "icc/print_proof.h"
#include "painting/plan.h"
#include "painting/stage.h"
#include "painting/tube.h"
#include "raster/rgb_block.h"

class QPainter;

namespace underpaint {

struct Meters;
class ViewTransform;

/// A way of looking at the canvas. Each has a file in lenses/; to add one takes that file and a
/// word in each of the three lists of this one.
enum class Lens {
    colour,
    grey,
    seal,
    twin,
    squint,
    shapes_2,
    shapes_3,
    shapes_5,
    edges,
    drift,
    warmth,
    intensity,
    extremes,
    grain,
    pull,
    red_blind,
    green_blind,
    blue_blind,
    opposites,
    out_of_reach,
    on_paper,
};

/// How strongly one squints: the blur's sigma as a share of the picture's long side.
inline constexpr double kLeastSquint = 0.002, kMostSquint = 0.03, kUsualSquint = 0.008;

/// How far the other eyes lack their cones: 0 is not at all.
inline constexpr float kFullSeverity = 1;

/// One side of the twin.
struct TwinSide {
    Lens lens = Lens::colour;           ///< not itself the twin
    std::optional<std::size_t> moment;  ///< after how many passes; nothing: as the ledger is wound
    friend bool operator==(const TwinSide&, const TwinSide&) = default;
};

/// What the canvas is to show: the lens and its settings.
struct Sight {
    Lens lens = Lens::colour;
    std::size_t upto = 0;  ///< after how many passes
    Reader reader = Reader::lightness;
    TwinSide left{Lens::seal, {}}, right{};
    double squint = kUsualSquint;
    float severity = kFullSeverity;
    std::shared_ptr<const PrintProof> paper;  ///< null: not read yet
    friend bool operator==(const Sight&, const Sight&) = default;
};

/// A tile that is looked at.
struct LensTile {
    const RgbBlock& now;
    const RgbBlock& sealed;  ///< for a lens that compares; otherwise the same as `now`
    Reader reader;
    const Plan& plan;
    double shrink;         ///< as in View
    float severity;        ///< of other eyes, 0..1
    const TubeSet& tubes;  ///< of the palette
    const PrintProof* paper = nullptr;
};

/// An image that a lens lays over the picture.
struct LensDrawing {
    QImage image;
    QRectF place;  ///< what it lies over, in pixels of the picture; empty: the whole picture
};

/// How a lens comes to its drawing. That takes a while, so it is made beside the interface, and
/// again when it is of something else.
struct LensDrawingWork {
    std::shared_ptr<const void> of;  ///< what it is drawn from; null: there is nothing to draw
    std::function<LensDrawing()> make;
};

/// The inputs of the drawing that a lens lays over the picture.
struct LensOverlay {
    const ViewTransform& transform;
    const LensDrawing& drawing;
    double ratio;  ///< device pixels a pixel
};

/// The scale of a lens that tints, drawn beside its note.
struct LensLegend {
    const char *least, *most;  ///< what its ends are called
    float from;                ///< the tint at the left end; that at the right is 1
    Rgb (*tint)(float share);  ///< over middle grey
};

/// Everything that is to be known of a lens.
struct LensRecord {
    Lens lens;
    const char* id;  ///< in object names and on the command line
    const char* label;
    const char* about;
    bool on_values = false, on_colour = false;  ///< the sides of the seal line that have it
    const char* label_on_values = nullptr;      ///< where it is another there
    const char* note = "";                      ///< said over the canvas while it is on
    std::optional<LensLegend> legend = std::nullopt;
    /// The state that it looks at, or both.
    enum class Of { now, seal, both } of = Of::now;
    /// Null: the pixels as they are.
    RgbBlock (*pixels)(const LensTile& tile) = nullptr;
    /// Done to the whole image when its tiles have come. `long_side` of the picture, in its pixels.
    void (*whole)(QImage& image, const Sight& sight, double long_side) = nullptr;
    /// Null: it lays nothing over the picture. Else both are there.
    LensDrawingWork (*drawing)(const Meters& meters) = nullptr;
    void (*over)(QPainter& painter, const LensOverlay& at) = nullptr;
    /// Into how many shapes it reduces the picture.
    std::optional<ShapeCount> shapes = std::nullopt;
    bool heeds_foci = false, heeds_splits = false;  ///< what of the plan its pixels depend on
    bool has_severity = false;   ///< it shows what eyes see that lack cones by more or less
    bool heeds_tubes = false;    ///< its pixels depend on the tubes of the palette
    bool heeds_paper = false;    ///< its pixels depend on the paper that one prints on
    bool heeds_strokes = false;  ///< it draws what the stroke meter measures
};

extern const LensRecord kColourLens, kGreyLens, kSealLens, kTwinLens, kSquintLens, kShapes2Lens,
    kShapes3Lens, kShapes5Lens, kEdgesLens, kDriftLens, kWarmthLens, kIntensityLens, kExtremesLens,
    kGrainLens, kPullLens, kRedBlindLens, kGreenBlindLens, kBlueBlindLens, kOppositesLens,
    kOutOfReachLens, kOnPaperLens;

/// In the order of the enumeration, which is that of the row of lenses.
inline constexpr std::array kLenses{
    &kColourLens,   &kGreyLens,       &kSealLens,      &kTwinLens,      &kSquintLens,
    &kShapes2Lens,  &kShapes3Lens,    &kShapes5Lens,   &kEdgesLens,     &kDriftLens,
    &kWarmthLens,   &kIntensityLens,  &kExtremesLens,  &kGrainLens,     &kPullLens,
    &kRedBlindLens, &kGreenBlindLens, &kBlueBlindLens, &kOppositesLens, &kOutOfReachLens,
    &kOnPaperLens};
static_assert(kLenses.size() == static_cast<std::size_t>(Lens::on_paper) + 1,
              "one of a list is missing");

inline const LensRecord& record_of(Lens lens) {
    return *kLenses[static_cast<std::size_t>(lens)];
}
inline bool has_lens(Stage stage, Lens lens) {
    return stage == Stage::values ? record_of(lens).on_values : record_of(lens).on_colour;
}
/// Into how many shapes a lens reduces the picture; nothing for other lenses.
inline std::optional<ShapeCount> shapes_of(Lens lens) {
    return record_of(lens).shapes;
}

}  // namespace underpaint
