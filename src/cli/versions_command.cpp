// SPDX-License-Identifier: GPL-3.0-or-later
// The command versions.
#include <fmt/format.h>

#include <iostream>

#include "cli/commands.h"
#include "cli/opening.h"
#include "files/audit_json.h"
#include "painting/version_changes.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

void print_line(std::size_t place, const AuditedVersion& version) {
    const Audit& audit = version.audit;
    const PassAudit& last = audit.passes.empty() ? audit.ground : audit.passes.back();
    fmt::print("{:2}{} {:24} {:3} passes", place, version.chosen ? "*" : " ",
               shown_name(version.version.name), version.painting.passes.size());
    for (const MeasureRecord* measure : kMeasures) {
        const auto words = measure->column ? measure->words(last) : std::nullopt;
        if (words)
            fmt::print("  {} {} ({})", lower_case(measure->label), words->balance,
                       id_of(words->verdict));
    }
    fmt::print("{}{}\n", version.version.from.empty() ? "" : "  ",
               shown_name(version.version.from));
}

}  // namespace

int run(const VersionsRequest& request) {
    const auto opened = open_input(request.in, {{}, request.strict, {}});
    if (!opened) return report(opened.error());
    Painting painting = opened->painting;
    // A painting without named versions is listed as one version.
    if (painting.versions.empty()) {
        painting.versions.push_back({1, std::string(kFirstVersionName), {}, {}, {}});
        painting.version = 1;
    }
    AuditOptions options;
    options.reader = request.reader;
    options.own_rules = own_rules();
    std::vector<Painting> alone;
    for (const Version& version : painting.versions)
        alone.push_back(as_version(painting, version.id));
    std::vector<AuditedVersion> measured;
    bool slipped = false;
    for (std::size_t i = 0; i < alone.size(); ++i) {
        const Version& version = painting.versions[i];
        measured.push_back(
            {version, version.id == painting.version, alone[i], *audit(alone[i], options)});
        slipped = slipped || is_bad(measured.back().audit.balance());
    }
    if (request.json) {
        std::cout << write_versions(measured, request.reader);
    } else {
        for (std::size_t i = 0; i < measured.size(); ++i) print_line(i + 1, measured[i]);
    }
    return slipped ? kSlippedStatus : kHeldStatus;
}

}  // namespace underpaint
