// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include <iostream>

#include "brief/routes.h"
#include "cli/commands.h"
#include "cli/opening.h"
#include "files/brief_report.h"
#include "files/painter_files.h"
#include "files/today.h"
#include "terms/figures.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

void print_pictures(const Brief& brief, const BriefReport& report) {
    for (std::size_t i = 0; i < report.thumbnails.size(); ++i) {
        const auto& figures = report.thumbnails[i];
        fmt::print("thumbnail {} {:18}", i + 1, shown_name(brief.thumbnails[i].picture.name));
        if (!figures) {
            fmt::print(" can't be read\n");
            continue;
        }
        fmt::print(" {}, {}; dark, middle, light", name_of(figures->key), width_of(figures->range));
        for (const double share : figures->three.shares) fmt::print(" {:.0f}%", 100 * share);
        std::string lead = "-";
        if (figures->lead && figures->lead->lead)
            lead = fmt::format("{:.2f}", *figures->lead->lead);
        fmt::print("; lead {}; {} rivals{}\n", lead, figures->rivals.size(),
                   brief.chosen == i ? "; chosen" : "");
    }
    for (std::size_t i = 0; i < report.references.size(); ++i) {
        const auto& figures = report.references[i];
        fmt::print("reference {} {:18}", i + 1, shown_name(brief.references[i].picture.name));
        if (figures)
            fmt::print(" {}, {}; swing {}\n", name_of(figures->key), width_of(figures->range),
                       figures->grey ? "-" : with_sign(figures->swing, 1));
        else
            fmt::print(" can't be read\n");
    }
}

void print_rules(const Brief& brief, const BriefReport& report) {
    for (const HouseRuleText& text : kHouseRules) {
        const double value = value_of(text.rule, brief.rules, report.own_rules);
        std::string said;
        if (!text.words.empty())
            said = text.words[static_cast<std::size_t>(value)].label;
        else if (text.number.unit == Unit::steps)
            said = fmt::format("{:.2f} steps", value);
        else
            said = fmt::format("{:.1f}%", 100 * value);
        fmt::print("rule      {:20} {}{}\n", text.number.label, said,
                   brief.rules.contains(text.rule) ? " (in this painting)" : "");
    }
}

void print_route(const Brief& brief, const BriefReport& report) {
    fmt::print("route     {}\n", shown_name(brief.route.name));
    for (std::size_t i = 0; i < report.steps.size(); ++i) {
        const StepStanding& stands = report.steps[i];
        fmt::print("  [{}] {:34} {:>6} {:>6}  {}{}\n", stands.done ? 'x' : ' ',
                   shown_name(brief.route.steps[i].name), hours(report.usual[i]),
                   report.taken[i] > 0 ? hours(report.taken[i]) : "-", stands.words,
                   report.in_hand == i ? (stands.words.empty() ? "in hand" : "; in hand") : "");
    }
    const Schedule& schedule = report.schedule;
    fmt::print("time      {} to go", hours(schedule.minutes));
    if (schedule.ready)
        fmt::print("; ready on {}", iso(*schedule.ready));
    else
        fmt::print("; no day to work on");
    if (brief.days.due) fmt::print("; due on {}", iso(*brief.days.due));
    if (schedule.days_to_spare)
        fmt::print(", {} days {}", std::abs(*schedule.days_to_spare),
                   *schedule.days_to_spare < 0 ? "too late" : "to spare");
    fmt::print("\n");
    for (const std::string& step : schedule.drop)
        fmt::print("          it would be ready in time without: {}\n",
                   step_of(brief.route, step)->name);
}

}  // namespace

int run(const BriefRequest& request) {
    auto opened = open_input(request.in, {{}, request.strict});
    if (!opened) return report(opened.error());
    Painting painting = std::move(opened->painting);
    painting.brief = with_a_route(std::move(painting.brief));
    const PainterFiles own = PainterFiles::usual();
    const auto rules = own.rules();
    const auto past = own.past();
    // Damaged house rules or times are reported; the command goes on without them.
    for (const Trouble* problem :
         {rules ? nullptr : &rules.error(), past ? nullptr : &past.error()})
        if (problem != nullptr) report(*problem);
    const BriefReport figures =
        report_brief(painting, request.reader,
                     {rules.value_or(HouseRules{}), past.value_or(std::vector<PastPainting>{}),
                      *date_from_iso(today())});
    if (request.json) {
        std::cout << write_brief_report(painting, figures);
        return kHeldStatus;
    }
    fmt::print("{}{}{}\n", shown_name(painting.name), painting.brief.purpose.empty() ? "" : ": ",
               shown_name(painting.brief.purpose));
    for (const BriefLine& line : figures.lines)
        fmt::print("brief     {:20} {:32} {:24} {}\n", line.label, line.asked,
                   line.now.empty() ? "-" : line.now, id_of(line.verdict));
    print_pictures(painting.brief, figures);
    print_rules(painting.brief, figures);
    print_route(painting.brief, figures);
    return kHeldStatus;
}

}  // namespace underpaint
