// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/outlook.h"

#include <algorithm>
#include <utility>

#include "painting/group_changes.h"

namespace underpaint {

Outlook::Outlook(Document& document) : document_(document) {
    document.let_follow_first([this] { begin(); }, [this] { follow(); });
}

void Outlook::begin() {
    moment_ = document_.painting().passes.size();
    group_.reset();
    folded_.clear();
    comparison_.reset();
    part_.reset();
    find_shown();
    choose_value_pass(std::nullopt);
}

/// A moment that is no longer there gives way to the last that is; a value pass to none.
void Outlook::follow() {
    std::size_t is = std::min(moment_, document_.painting().passes.size());
    if (group_) {
        const PassPlaces places = places_of(document_.painting(), *group_);
        places.empty() ? group_.reset() : void(is = places.back() + 1);
    }
    const bool cut = std::exchange(moment_, is) != is;
    const bool compared = comparison_.has_value();
    comparison_.reset();
    find_shown();
    if (compared) emit comparison_changed();
    if (cut) emit moment_changed();
    choose_value_pass(chosen_value_pass());
}

void Outlook::find_shown() {
    shown_.picture = comparison_ ? comparison_->painting : staged(document_.painting(), stage_);
    shown_.upto = stage_ == Stage::colour && !comparison_ ? moment_ : shown_.picture.passes.size();
}

void Outlook::move_to(std::size_t moment, std::optional<GroupId> group) {
    moment_ = moment;
    group_ = group;
    find_shown();
    emit moment_changed();
}

void Outlook::set_stage(Stage stage) {
    if (stage == stage_) return;
    stage_ = stage;
    if (document_.has_painting()) {
        compare(std::nullopt);
        find_shown();
    }
    emit stage_changed();
}

void Outlook::compare(std::optional<Comparison> comparison) {
    if (!document_.has_painting() || (!comparison && !comparison_)) return;
    comparison_ = std::move(comparison);
    find_shown();
    emit comparison_changed();
}

void Outlook::set_moment(std::size_t passes) {
    if (!document_.has_painting()) return;
    passes = std::min(passes, document_.painting().passes.size());
    if (passes == moment_ && !group_) return;
    move_to(passes, std::nullopt);
}

void Outlook::choose_group(GroupId group) {
    if (!document_.has_painting() || group_ == group) return;
    const PassPlaces places = places_of(document_.painting(), group);
    if (places.empty()) return;
    move_to(places.back() + 1, group);
}

std::size_t Outlook::moment_before() const {
    if (group_) return places_of(document_.painting(), *group_).front();
    return moment_ > 0 ? moment_ - 1 : 0;
}

void Outlook::fold(GroupId group, bool folded) {
    if (folded == folded_.contains(group)) return;
    folded ? void(folded_.insert(group)) : void(folded_.erase(group));
    emit folds_changed();
}

std::optional<std::size_t> Outlook::chosen_pass() const {
    if (!document_.has_painting() || moment_ == 0 || group_) return std::nullopt;
    return moment_ - 1;
}

std::optional<PartId> Outlook::chosen_part() const {
    const bool there =
        part_ && document_.has_painting() && document_.painting().part(*part_) != nullptr;
    return there ? part_ : std::nullopt;
}

void Outlook::choose_part(std::optional<PartId> part) {
    if (part == part_) return;
    part_ = part;
    emit part_chosen();
}

std::optional<std::size_t> Outlook::chosen_value_pass() const {
    const bool there = value_pass_ && document_.has_painting() &&
                       *value_pass_ < document_.painting().values.size();
    return there ? value_pass_ : std::nullopt;
}

void Outlook::choose_value_pass(std::optional<std::size_t> pass) {
    if (pass == value_pass_) return;
    value_pass_ = pass;
    emit value_pass_chosen();
}

}  // namespace underpaint
