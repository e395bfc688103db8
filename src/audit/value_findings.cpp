// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/value_findings.h"

#include <algorithm>
#include <cmath>

#include "audit/extremes.h"
#include "audit/shapes.h"
#include "audit/wording.h"
#include "raster/regions.h"

namespace underpaint {
namespace {

constexpr std::array<const char*, 2> kTwoShapes{"dark", "light"};
constexpr std::array<const char*, 3> kThreeShapes{"dark", "middle", "light"};
constexpr std::array<const char*, 5> kFiveShapes{"darkest", "dark", "middle", "light", "lightest"};

const char* name_of_shape(ShapeCount count, std::size_t shape) {
    switch (count) {
        case ShapeCount::two: return kTwoShapes[shape];
        case ShapeCount::three: return kThreeShapes[shape];
        case ShapeCount::five: return kFiveShapes[shape];
    }
    return "";
}

/// A name within a sentence: "the lantern" where it is "The lantern" at its head.
std::string within(const std::string& name) {
    return name.starts_with("The ") ? "the " + name.substr(4) : name;
}

/// Finds one kind of thing each, and adds it.
class Finder {
public:
    Finder(const Painting& painting, const ValuesAudit& figures, const std::stop_token& stop)
        : painting_(painting), plan_(painting.plan), figures_(figures), stop_(stop) {}

    std::vector<ValueFinding> all() {
        const Range range = range_of(figures_.steps);
        if (range.width() < 0.01) {
            add(FindingCode::one_value, Verdict::slipping,
                words("The picture is one value, %.1f: range, edges and focus can't be measured "
                      "where nothing differs.",
                      said(range.darkest)));
            return std::move(found_);
        }
        find_range(range);
        find_key();
        find_shapes();
        find_parts();
        find_focus();
        find_edges();
        find_white();
        find_scattered_darks();
        std::ranges::stable_sort(found_, std::greater(),
                                 [](const ValueFinding& f) { return f.finding.verdict; });
        return std::move(found_);
    }

private:
    ValueFinding& add(FindingCode code, Verdict verdict, std::string text) {
        return found_.emplace_back(ValueFinding{{code, verdict, 0, std::move(text)}, {}, {}});
    }
    void mend(ValueFinding& finding, std::optional<ValueMend> mend) const {
        if (mend && figures_.exact) finding.mends.push_back(std::move(*mend));
    }
    bool mends_wanted() const { return figures_.exact && !stop_.stop_requested(); }

    double said(double step) const { return figures_.said(step); }
    double wide(double steps) const { return figures_.said_width(steps); }

    const FloatBlock& viewing() const { return figures_.viewing.steps; }
    Size viewing_size() const { return viewing().area().size(); }
    Point in_picture(int x, int y) const {
        return {(x + 0.5) / figures_.viewing.scale, (y + 0.5) / figures_.viewing.scale};
    }
    /// The viewing pixels for which `is(x, y, step)`, one byte each.
    template <class Is>
    std::vector<std::uint8_t> pixels(Is is) const {
        std::vector<std::uint8_t> result;
        result.reserve(static_cast<std::size_t>(viewing_size().area()));
        for (int y = 0; y < viewing_size().height; ++y) {
            const auto row = viewing().row(y);
            for (int x = 0; x < viewing_size().width; ++x)
                result.push_back(is(x, y, row[static_cast<std::size_t>(x)]) ? 255 : 0);
        }
        return result;
    }
    SharedPicture shared_mask(const std::vector<std::uint8_t>& inside) const {
        Picture mask(viewing_size(), Channels::grey, Depth::bits8);
        const auto width = static_cast<std::size_t>(viewing_size().width);
        for (int y = 0; y < viewing_size().height; ++y)
            mask.write_interleaved(
                y, std::span(inside).subspan(static_cast<std::size_t>(y) * width, width));
        mask.settle();
        return share(std::move(mask));
    }

    void find_range(const Range& is) {
        const double low = figures_.steps.percentile(0.05), high = figures_.steps.percentile(0.95);
        const bool narrow = high - low < kNarrowBand;
        if (narrow) {
            auto& finding = add(FindingCode::narrow_band, Verdict::slipping,
                                words("Nine tenths of the picture lie within %.1f steps (%.1f to "
                                      "%.1f): darks and lights hardly part.",
                                      wide(high - low), said(low), said(high)));
            mend(finding, mend_range(figures_, plan_.range.value_or(Range{2, 8})));
        }
        if (plan_.range) {
            const Range& wanted = *plan_.range;
            const double off = std::max(std::abs(is.darkest - wanted.darkest),
                                        std::abs(is.lightest - wanted.lightest));
            if (off > kRangeSlack) {
                const bool squeezed = is.width() < wanted.width();
                auto& finding = add(
                    FindingCode::range_off, off > 1 ? Verdict::lost : Verdict::slipping,
                    words("Values run from %.1f to %.1f, %s than the %.1f to %.1f of your plan.",
                          said(is.darkest), said(is.lightest), squeezed ? "less far" : "otherwise",
                          said(wanted.darkest), said(wanted.lightest)));
                mend(finding, mend_range(figures_, wanted));
                return;
            }
        }
        if (narrow) return;
        const std::string_view width = width_of(is), key = name_of(key_of(figures_.steps));
        add(FindingCode::range_is, Verdict::held,
            words("Values run from %.1f to %.1f: a %.*s range in a %.*s key%s.", said(is.darkest),
                  said(is.lightest), static_cast<int>(width.size()), width.data(),
                  static_cast<int>(key.size()), key.data(), plan_.range ? ", as planned" : ""));
    }

    void find_key() {
        const Key is = key_of(figures_.steps);
        if (!plan_.key || *plan_.key == is) return;
        const double median = figures_.steps.percentile(0.5);
        const auto is_name = name_of(is), wanted_name = name_of(*plan_.key);
        auto& finding =
            add(FindingCode::key_off, Verdict::slipping,
                words("The key is %.*s (half the picture is below %.1f); your plan has it %.*s.",
                      static_cast<int>(is_name.size()), is_name.data(), said(median),
                      static_cast<int>(wanted_name.size()), wanted_name.data()));
        constexpr double middles[] = {3.8, 5, 6.2};
        double wanted = middles[static_cast<std::size_t>(*plan_.key)];
        if (*plan_.key == Key::middle) wanted = median < 4 ? 4.2 : 5.8;
        mend(finding, mend_key(figures_, wanted));
    }

    void find_shapes() {
        for (const auto& [count, wanted] : plan_.shares) find_shares(count, wanted);
        if (!plan_.shares.empty()) return;
        const Splits& splits = plan_.splits.of(ShapeCount::three);
        const auto shares = shape_shares(figures_.steps, splits);
        const auto largest = std::ranges::max_element(shares);
        if (*largest <= kLargeShape) return;
        const auto shape = static_cast<std::size_t>(largest - shares.begin());
        auto& finding = add(FindingCode::shape_off, Verdict::slipping,
                            words("The %s shape holds %.0f%% of the picture: too much to read as "
                                  "one of three.",
                                  kThreeShapes[shape], 100 * *largest));
        finding.where = where_shape(splits, shape);
        mend(finding, mend_shares(figures_, ShapeCount::three,
                                  shape_shares(figures_.steps,
                                               best_splits(figures_.steps, ShapeCount::three))));
    }

    void find_shares(ShapeCount count, const ShapeShares& wanted) {
        const Splits& splits = plan_.splits.of(count);
        const auto shares = shape_shares(figures_.steps, splits);
        std::size_t worst = 0;
        for (std::size_t i = 0; i < shares.size(); ++i)
            if (std::abs(shares[i] - wanted[i]) > std::abs(shares[worst] - wanted[worst]))
                worst = i;
        const double off = std::abs(shares[worst] - wanted[worst]);
        if (off <= kShareSlack) return;
        std::string name = name_of_shape(count, worst);
        name[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(name[0])));
        auto& finding =
            add(FindingCode::shape_off, off > 0.15 ? Verdict::lost : Verdict::slipping,
                words("%s shapes hold %.0f%% of the picture; your plan asks for %.0f%%.",
                      name.c_str(), 100 * shares[worst], 100 * wanted[worst]));
        finding.where = where_shape(splits, worst);
        mend(finding, mend_shares(figures_, count, wanted));
    }
    SharedPicture where_shape(const Splits& splits, std::size_t shape) const {
        return shared_mask(
            pixels([&](int, int, float step) { return shape_of_step(splits, step) == shape; }));
    }

    void find_parts() {
        for (const auto& [id, wanted] : plan_.steps) {
            const Part* part = painting_.part(id);
            const auto is = std::ranges::find(figures_.parts, id, &PartFigures::part);
            if (part == nullptr || part->hidden || is == figures_.parts.end()) continue;
            if (!is->steps) {
                add(FindingCode::part_off, Verdict::slipping,
                    words(
                        "%s covers no pixel by half, so its step can't be measured; your plan has "
                        "%.1f.",
                        part->name.c_str(), said(wanted)));
                continue;
            }
            const double off = std::abs(is->steps->mean - wanted);
            if (off <= kPartSlack) continue;
            auto& finding = add(FindingCode::part_off, off > 1 ? Verdict::lost : Verdict::slipping,
                                words("%s stands at step %.1f; your plan has it at %.1f.",
                                      part->name.c_str(), said(is->steps->mean), said(wanted)));
            finding.where = part->mask;
            if (mends_wanted()) mend(finding, mend_part(painting_, figures_, *part, wanted, stop_));
        }
    }

    void find_focus() {
        if (plan_.foci.empty()) return;
        const char* name = plan_.foci.front().name.c_str();
        if (!figures_.focus) {
            add(FindingCode::focus_leads, Verdict::slipping,
                words("%s can't be measured: none of it lies on the picture.", name));
            return;
        }
        const FocusAudit& focus = *figures_.focus;
        if (!focus.lead) {
            add(FindingCode::focus_leads, Verdict::held,
                words(focus.rival ? "%s leads: there is no other contrast."
                                  : "%s has a contrast of its own, but no other disc of its size "
                                    "fits on the picture, so its lead can't be measured.",
                      name));
            return;
        }
        const double wanted = plan_.lead.value_or(1);
        if (*focus.lead >= wanted) {
            auto& finding =
                add(FindingCode::focus_leads, Verdict::held,
                    words("%s leads: its contrast of %.1f steps is %.2f times the next place.",
                          name, wide(focus.contrast), *focus.lead));
            finding.where = where_disc(focus.rival->centre, plan_.foci.front().radius);
            return;
        }
        auto& finding =
            *focus.lead < 1
                ? add(FindingCode::focus_leads, Verdict::lost,
                      words("%s does not lead: its contrast is %.1f steps, another place has %.1f.",
                            name, wide(focus.contrast), wide(focus.rival->contrast)))
                : add(FindingCode::focus_leads, Verdict::slipping,
                      words("%s leads by %.2f times the next place; your plan asks for %.2f.", name,
                            *focus.lead, wanted));
        finding.where = where_disc(focus.rival->centre, plan_.foci.front().radius);
        if (mends_wanted()) mend(finding, mend_rival(painting_, figures_, wanted, stop_));
    }
    SharedPicture where_disc(const Point& centre, double radius) const {
        return shared_mask(pixels([&](int x, int y, float) {
            const Point p = in_picture(x, y);
            return std::hypot(p.x - centre.x, p.y - centre.y) <= radius;
        }));
    }

    void find_edges() {
        if (!figures_.edges) return;
        const EdgeLengths lengths = lengths_of(*figures_.edges);
        constexpr double least = 100;  // viewing pixels of edge, to speak of shares
        const double soft = lengths.share(EdgeKind::soft) + lengths.share(EdgeKind::lost);
        if (lengths.total() >= least && soft < kFewSoftEdges)
            add(FindingCode::no_soft_edges, Verdict::slipping,
                words("Only %.0f%% of the edges are soft or lost: nothing goes over into anything.",
                      100 * soft));
        find_competing_edges();
    }

    /// The strong edges of the focus against those of what lies behind it.
    void find_competing_edges() {
        if (plan_.foci.empty()) return;
        std::vector<EdgePoint> focus, rest;
        const Focus& first = plan_.foci.front();
        for (const EdgePoint& p : figures_.edges->points) {
            const Point at = in_picture(p.x, p.y);
            const double away = std::hypot(at.x - first.centre.x, at.y - first.centre.y);
            if (away <= first.radius)
                focus.push_back(p);
            else if (away > 1.5 * first.radius && !in_focus(plan_.foci, at))
                rest.push_back(p);
        }
        constexpr std::size_t least_focus = 20, least_rest = 60;
        if (focus.size() < least_focus) return;
        const double width = median_width(focus);

        std::vector<EdgePoint> hardest;
        std::string whose = "the background";
        double least = INFINITY;
        for (const Part& part : painting_.parts) {
            const MaskAtScale mask(part.mask, viewing_size());
            const auto holds_focus = [&] {
                const double scale = figures_.viewing.scale;
                const int x = static_cast<int>(first.centre.x * scale);
                const int y = static_cast<int>(first.centre.y * scale);
                return mask.at(std::clamp(x, 0, viewing_size().width - 1),
                               std::clamp(y, 0, viewing_size().height - 1)) >= 0.5F;
            };
            if (part.hidden || holds_focus()) continue;
            std::vector<EdgePoint> mine;
            std::ranges::copy_if(rest, std::back_inserter(mine),
                                 [&](const EdgePoint& p) { return mask.at(p.x, p.y) >= 0.5F; });
            if (mine.size() < least_rest) continue;
            if (const double its = median_width(mine); its < least)
                least = its, hardest = std::move(mine), whose = part.name;
        }
        if (painting_.parts.empty() && rest.size() >= least_rest)
            least = median_width(rest), hardest = std::move(rest);
        if (hardest.empty() || least > 1.1 * width) return;
        auto& finding =
            add(FindingCode::edges_compete, Verdict::slipping,
                words("The edges of %s are as hard as those of %s (%.1f px against %.1f "
                      "px). Softer edges send it back.",
                      whose.c_str(), within(first.name).c_str(), least, width));
        finding.where = where_edges(hardest);
        mend(finding, mend_edges(painting_, figures_, hardest, "the edges of " + whose,
                                 std::max(1.5 * width, kHardEdge + 1)));
    }
    SharedPicture where_edges(const std::vector<EdgePoint>& edges) const {
        std::vector<std::uint8_t> near(static_cast<std::size_t>(viewing_size().area()));
        constexpr int reach = 4;
        for (const EdgePoint& p : edges)
            for (int y = std::max(0, p.y - reach);
                 y <= std::min(viewing_size().height - 1, p.y + reach); ++y)
                for (int x = std::max(0, p.x - reach);
                     x <= std::min(viewing_size().width - 1, p.x + reach); ++x)
                    near[static_cast<std::size_t>(y) *
                             static_cast<std::size_t>(viewing_size().width) +
                         static_cast<std::size_t>(x)] = 255;
        return shared_mask(near);
    }

    void find_white() {
        const double white = step_of(read(Reader::lightness, grey(1 - kExtremeMargin)));
        auto bare = pixels([&](int x, int y, float step) {
            return step >= white && !in_focus(plan_.foci, in_picture(x, y));
        });
        const Regions regions = find_regions(viewing_size(), bare);
        const auto least = kLeastWhite * static_cast<double>(viewing_size().area());
        double area = 0;
        std::size_t pieces = 0;
        for (const Region& region : regions.regions) {
            if (static_cast<double>(region.area) < least) break;
            area += static_cast<double>(region.area);
            ++pieces;
        }
        if (pieces == 0) return;
        auto& finding =
            add(FindingCode::bare_white, Verdict::slipping,
                words("%.1f%% of the picture is bare white, in %zu %s outside the foci.",
                      100 * area / static_cast<double>(viewing_size().area()), pieces,
                      pieces == 1 ? "place" : "places"));
        finding.where = shared_mask(bare);
        mend(finding, mend_white(painting_, figures_, 8.6));
    }

    void find_scattered_darks() {
        const double split = plan_.splits.of(ShapeCount::three).front();
        const auto dark = pixels([&](int, int, float step) { return step < split; });
        const Regions regions = find_regions(viewing_size(), dark);
        if (regions.regions.empty()) return;
        double area = 0;
        for (const Region& region : regions.regions) area += static_cast<double>(region.area);
        const double least = kLeastPiece * static_cast<double>(viewing_size().area());
        const auto pieces =
            static_cast<std::size_t>(std::ranges::count_if(regions.regions, [&](const Region& r) {
                return static_cast<double>(r.area) >= least;
            }));
        const double largest = static_cast<double>(regions.regions.front().area) / area;
        if (pieces <= kManyPieces || largest >= 0.5) return;
        auto& finding = add(FindingCode::scattered_darks, Verdict::slipping,
                            words("Dark shapes fall into %zu pieces, and the largest holds %.0f%% "
                                  "of the dark: joined, they would read as one.",
                                  pieces, 100 * largest));
        finding.where = shared_mask(dark);
    }

    const Painting& painting_;
    const Plan& plan_;
    const ValuesAudit& figures_;
    const std::stop_token& stop_;
    std::vector<ValueFinding> found_;
};

}  // namespace

std::vector<ValueFinding> find_in_values(const Painting& painting, const ValuesAudit& figures,
                                         const std::stop_token& stop) {
    return Finder(painting, figures, stop).all();
}

}  // namespace underpaint
