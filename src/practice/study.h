// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <stop_token>
#include <string>
#include <string_view>
#include <vector>

#include "colour/reader.h"
#include "practice/even_light.h"
#include "raster/alignment.h"
#include "raster/picture.h"

namespace underpaint {

/// A practice picture that is held against its reference.
enum class StudyKind { two, three, full, limited, widened };
struct StudyKindText {
    StudyKind kind;
    std::string_view id, label;
    int usual_goal;             ///< offered to somebody who has set none
    std::string_view prepares;  ///< the step of a route whose work it is like
};
inline constexpr std::array kStudyKinds{
    StudyKindText{StudyKind::two, "two", "Two values", 15, "thumbnails"},
    StudyKindText{StudyKind::three, "three", "Three values", 10, "check"},
    StudyKindText{StudyKind::full, "full", "Full value", 5, "values"},
    StudyKindText{StudyKind::limited, "limited", "Limited palette", 8, "few"},
    StudyKindText{StudyKind::widened, "widened", "Colour, widened", 10, "widen"}};
constexpr const StudyKindText& text_of(StudyKind kind) {
    return kStudyKinds[static_cast<std::size_t>(kind)];
}
std::optional<StudyKind> study_kind_from_id(std::string_view id);

/// A shape that one of the two has and the other has not.
struct StudyPlace {
    std::string where;  ///< "upper left", "middle"
    double share = 0;   ///< of the picture, 0..1
    bool light = true;  ///< it is lighter than what is round it
};

/// Stands where there is none yet.
inline const Picture kNoStudyPicture({1, 1}, Channels::rgb, Depth::bits8);

struct StudyFigures {
    StudyKind kind = StudyKind::two;
    Alignment where;     ///< of the reference in the study
    bool surely = true;  ///< it was recognised; else it is taken as it lies
    /// Looked for where light is evened out. What is dark under it is not known to be the study's.
    std::optional<CastShadow> shadow = {};

    // Of two and three values.
    /// Share of pixels on the right side of the reference's best splits, once a study's value was
    /// taken to its nearest flat value.
    double agreement = 0;
    double crept_in = 0;  ///< share of the study that is none of its own flat values
    std::vector<double> flats, reference_flats;  ///< steps, dark to light
    std::vector<StudyPlace> missing, added;      ///< the largest first
    int shapes = 0, reference_shapes = 0;        ///< counted from kLeastShapeShare on
    bool same_order = true;  ///< what is lighter in the reference is lighter in the study

    // Of full values: steps of the study less those of the reference.
    double drift_mean = 0, drift_p95 = 0, changed = 0;

    // Of colours: mean CIEDE2000 from the reference. Of a limited palette: the share of colours
    // that it can't mix, where one was given.
    double colour_off = 0;
    std::optional<double> beyond;

    // Of a widened palette: hues (eighths of the OKLCh circle, see DrillCell) that either has.
    std::vector<int> hues, reference_hues;

    // What was compared, of one size: the study's own flat values, the reference's best ones, and
    // where they differ (white); of the others the pictures themselves and how far they are apart.
    Picture study = kNoStudyPicture, reference = kNoStudyPicture, differ = kNoStudyPicture;
};

inline constexpr double kLeastShapeShare = 0.002;
/// A study's pixel further from its flat values than this crept in, steps.
inline constexpr double kFlatWithin = 0.5;

struct StudyOptions {
    Reader reader = Reader::lightness;
    /// Colours that count as the palette's; empty: none are asked about. Within CIEDE2000 3 of one
    /// of them, or of a straight line between two, is of the palette.
    std::vector<Rgb> palette = {};
    bool even_out_light = false;  ///< takes a plane of light out of a photograph of a study
};
/// Both of any size. Nothing when stopped. Where the reference is not recognised in a study of
/// another shape, `surely` is false and the study is scaled to the reference's frame.
std::optional<StudyFigures> measure_study(Picture study, const Picture& reference, StudyKind kind,
                                          const StudyOptions& options = {},
                                          const std::stop_token& stop = {});

/// Eighths of the OKLCh circle, in order, in which at least kLeastHueShare of the picture lies with
/// a strength of kLeastHueStrength or more.
std::vector<int> hues_of(const RgbBlock& picture);
inline constexpr double kLeastHueShare = 0.01, kLeastHueStrength = 0.15;

/// The one figure that a study of its kind is judged by: agreement, the 95th percentile of drift,
/// or mean CIEDE2000.
double main_figure(const StudyFigures& figures);
/// The same with its unit: "92%", "0.42 step".
std::string main_figure_in_words(StudyKind kind, double figure);

/// One or two sentences of what the figures say.
std::string in_words(const StudyFigures& figures);

}  // namespace underpaint
