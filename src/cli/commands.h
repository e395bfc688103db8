// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <optional>
#include <string>
#include <vector>

#include "colour/reader.h"
#include "colour/value_scale.h"
#include "icc/print_proof.h"
#include "painting/plan.h"
#include "palette/forecast.h"
#include "palette/tubes.h"
#include "practice/study.h"
#include "raster/picture.h"
#include "report/choices.h"
#include "report/page_setup.h"
#include "terms/mix_as.h"
#include "terms/result.h"

namespace underpaint {

// What `underpaint` does, each command with what was asked of it. They return the exit status.
inline constexpr int kHeldStatus = 0, kSlippedStatus = 1, kTroubleStatus = 2;

struct RenderRequest {
    std::filesystem::path in, out;
    std::optional<std::size_t> upto;
    std::optional<Depth> depth;
    std::optional<Reader> grey;
    bool strict = false;  ///< not when something had to be left out
    std::optional<std::string> version = {};
};
struct AuditRequest {
    std::vector<std::filesystem::path> in;
    bool json = false, csv = false;
    bool mends = false;  ///< compute them too
    Reader reader = Reader::lightness;
    std::vector<Focus> foci;
    std::optional<std::string> under;
    bool strict = false;
    std::optional<std::string> version = {};
};
struct MendRequest {
    std::filesystem::path in, out;
    Reader reader = Reader::lightness;
    std::optional<std::string> finding;  ///< its code; what is safe unless given
    std::vector<Focus> foci;             ///< measured with these; the painting keeps its own
    std::optional<std::string> under;
    bool strict = false;
    bool even_partial = false;  ///< also over a file that was not read whole
    std::optional<std::string> version = {};
};
struct VersionsRequest {
    std::filesystem::path in;
    bool json = false, strict = false;
    Reader reader = Reader::lightness;
};
struct WatchRequest {
    std::vector<std::filesystem::path> in;
    std::optional<std::filesystem::path> against;  ///< a painting; nothing: the first save
    bool json = false;
    bool once = false;  ///< end when every file had a line
    Reader reader = Reader::lightness;
};
struct ReportRequest {
    std::filesystem::path in, out;  ///< the ending of `out` says how it is written
    ReportChoices choices;
    PageSetup setup;              ///< of a PDF
    std::filesystem::path paper;  ///< a printer's profile; empty: the program's own
    PrintIntent intent = PrintIntent::colorimetric;
    bool strict = false;
    Reader reader = Reader::lightness;
    std::optional<std::string> version = {};
};
struct ValuesRequest {
    std::filesystem::path in;
    bool json = false, strict = false;
    Reader reader = Reader::lightness;
    ValueScale scale = ValueScale::one_to_nine;
};
struct BriefRequest {
    std::filesystem::path in;
    bool json = false, strict = false;
    Reader reader = Reader::lightness;
};
struct PaletteRequest {
    std::filesystem::path in;
    std::optional<int> from_picture;  ///< so many colours, 2..12; the painting's own unless given
    bool json = false, csv = false, tokens = false, strict = false;
    Reader reader = Reader::lightness;
};
struct ForecastRequest {
    std::filesystem::path in;
    LaidColour laid;
    std::optional<std::string> part;
    bool json = false, strict = false;
    Reader reader = Reader::lightness;
};
/// Either what parts come to, or the recipe for a colour.
struct MixRequest {
    std::vector<Tube> tubes;
    std::vector<int> parts;
    std::optional<Rgb> target;
    MixAs as = MixAs::paint;
    bool white = false, json = false;
};
struct StudyRequest {
    std::filesystem::path in, reference;
    StudyKind kind = StudyKind::two;
    std::vector<Tube> tubes;  ///< that count as the palette of a limited one
    bool even_out_light = false, json = false;
    Reader reader = Reader::lightness;
};
struct LogbookRequest {
    std::filesystem::path file;  ///< empty: the person's own
    bool csv = false;
};
struct DemoRequest {
    std::filesystem::path folder;
    std::string route;         ///< see demo::kDemos
    std::optional<Size> size;  ///< that which it ships with unless given
};

int run(const RenderRequest& request);
int run(const AuditRequest& request);
int run(const MendRequest& request);
int run(const ValuesRequest& request);
int run(const BriefRequest& request);
int run(const PaletteRequest& request);
int run(const ForecastRequest& request);
int run(const MixRequest& request);
int run(const VersionsRequest& request);
int run(const WatchRequest& request);
int run(const ReportRequest& request);
int run(const StudyRequest& request);
int run(const LogbookRequest& request);
int run(const DemoRequest& request);
int run_info(const std::filesystem::path& in);

/// Prints to stderr; returns kTroubleStatus.
int report(const Trouble& trouble);

}  // namespace underpaint
