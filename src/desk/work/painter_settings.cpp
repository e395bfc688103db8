// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/painter_settings.h"

#include <algorithm>

namespace underpaint {

PainterSettings::PainterSettings(PainterFiles files) : files_(std::move(files)) {
    if (auto rules = files_.rules())
        rules_ = std::move(*rules);
    else
        note(rules.error());
    if (auto past = files_.past())
        past_ = std::move(*past);
    else
        note(past.error());
    std::vector<Trouble> troubles;
    routes_ = files_.routes(troubles);
    for (const Trouble& trouble : troubles) note(trouble);
}

void PainterSettings::note(const Trouble& trouble) {
    troubles_ << QString::fromStdString(trouble.message());
}

void PainterSettings::settle(const Done& done) {
    if (!done) note(done.error());
    emit changed();
    if (!done) emit troubled();
}

void PainterSettings::set_rule(HouseRule rule, std::optional<double> value) {
    if (value)
        rules_[rule] = in_range(rule, *value);
    else
        rules_.erase(rule);
    settle(files_.save_rules(rules_));
}

void PainterSettings::keep_route(Route route) {
    const auto known = std::ranges::find(routes_, route.name, &Route::name);
    const Done done = files_.save_route(route);
    if (known != routes_.end())
        *known = std::move(route);
    else
        routes_.push_back(std::move(route));
    settle(done);
}

void PainterSettings::keep_past(std::vector<PastPainting> past) {
    if (past == past_) return;
    past_ = std::move(past);
    settle(files_.save_past(past_));
}

QStringList PainterSettings::take_troubles() {
    return std::exchange(troubles_, {});
}

}  // namespace underpaint
