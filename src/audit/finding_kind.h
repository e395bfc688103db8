// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <compare>
#include <optional>
#include <span>
#include <string_view>

#include "painting/part.h"
#include "terms/verdict.h"

namespace underpaint {

struct Finding;
struct PassAudit;
struct Sought;

/// The kind of a finding. Its id is used in JSON and in accepted findings; ids are unique.
class FindingCode {
public:
    consteval explicit FindingCode(std::string_view id) : id_(id) {}
    constexpr std::string_view id() const { return id_; }
    friend constexpr bool operator==(FindingCode, FindingCode) = default;
    friend constexpr auto operator<=>(FindingCode, FindingCode) = default;

private:
    std::string_view id_;
};
constexpr std::string_view id_of(FindingCode code) {
    return code.id();
}

/// All that is known of the findings of one code beside what they say: for shares, mends, what is
/// meant, and the place on the picture.
struct FindingKind {
    FindingCode code;
    /// Which figures are good.
    Better better = Better::large;
    /// The same where it depends on what is planned. Null: it does not.
    Better (*better_for)(const Finding& finding) = nullptr;
    /// It takes the viewing scale to measure it.
    bool viewed = false;
    /// It is about the parts that it names: about other parts it would be another finding.
    bool about_its_parts = true;
    /// The figure as one state has it, in the unit of Finding::figure; nothing where that state has
    /// none. Null: the measure's own.
    std::optional<double> (*figure)(const Finding& finding, const PassAudit& state) = nullptr;
    /// Computes the finding's place, after its pass. Null: the whole picture, or the finding brings
    /// a place.
    SharedPicture (*place)(const Sought& sought) = nullptr;
};

/// The kinds of a measure, which have to be those of its codes, in their order.
class FindingKinds {
public:
    constexpr FindingKinds() = default;
    consteval FindingKinds(std::span<const FindingKind> kinds, std::span<const FindingCode> codes)
        : kinds_(kinds) {
        if (kinds.size() != codes.size()) throw "each code has one kind";
        for (std::size_t i = 0; i < codes.size(); ++i)
            if (kinds[i].code != codes[i]) throw "the kinds stand in the order of the codes";
    }
    constexpr auto begin() const { return kinds_.begin(); }
    constexpr auto end() const { return kinds_.end(); }

private:
    std::span<const FindingKind> kinds_;
};

/// Null for a code of which nothing more is known.
const FindingKind* kind_of(FindingCode code);

}  // namespace underpaint
