// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/source.h"

#include <cmath>

#include "painting/source_fields.h"
#include "terms/parameter.h"

namespace underpaint {
namespace {

/// Brings a field into its range; of a kind of field that has none here it does not compile.
struct InRange {
    void operator()(std::string_view, Rgb& c) const { c = {unit(c.r), unit(c.g), unit(c.b)}; }
    void operator()(std::string_view, double& v) const {
        v = std::isfinite(v) ? std::clamp(v, -1e6, 1e6) : 0;
    }
    void operator()(const Parameter& p, float& v) const { v = p.clamp(v); }
    void operator()(const Parameter& p, double& v) const {
        v = static_cast<double>(p.clamp(static_cast<float>(v)));
    }
    void operator()(std::string_view, GradientStops& v) const { v = in_range(std::move(v)); }
    void operator()(std::string_view, CurvePoints& v) const { v = in_range(std::move(v)); }
    // These have no range to check.
    void operator()(std::string_view, SharedPicture&) const {}
    void operator()(std::string_view, MapOf&) const {}
    void operator()(std::string_view, Mixing&) const {}
    void operator()(std::string_view, bool&) const {}
    void operator()(std::string_view, int&) const {}
    void operator()(std::string_view, std::uint32_t&) const {}
};

}  // namespace

std::string_view kind_of(const Source& source) {
    return std::visit([](const auto& s) { return s.label; }, source);
}

Rgb mean_colour(const Source& source) {
    return std::visit([](const auto& s) { return s.mean(); }, source);
}

bool reads_below(const Source& source) {
    return std::visit([](const auto& s) { return s.reads_below(); }, source);
}

std::optional<Rgb> laid_over(const Source& source, Rgb found) {
    return std::visit([&](const auto& s) { return s.over(found); }, source);
}

std::vector<SharedPicture> pictures_of(const Source& source) {
    std::vector<SharedPicture> pictures;
    for_pictures(source, [&](const SharedPicture& picture) { pictures.push_back(picture); });
    return pictures;
}

Source in_range(Source source) {
    std::visit(
        [](auto& s) {
            s.fields(s, InRange{});
            if constexpr (requires { s.settle(); }) s.settle();
        },
        source);
    return source;
}

}  // namespace underpaint
