// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>
#include <tbb/parallel_for.h>

#include <algorithm>
#include <iostream>

#include "audit/blame.h"
#include "audit/figures.h"
#include "audit/pass_mends.h"
#include "audit/safe_mends.h"
#include "cli/commands.h"
#include "files/audit_json.h"
#include "files/open_any.h"
#include "files/openraster.h"
#include "files/own_files.h"
#include "files/today.h"
#include "painting/changes.h"
#include "painting/shown_name.h"

namespace underpaint {
namespace {

HouseRules own_rules() {
    const auto rules = OwnFiles::usual().rules();
    if (!rules) report(rules.error());  // and the rest goes on
    return rules.value_or(HouseRules{});
}

/// The measures that stand in the table: those of the ledger, and what is told beside it.
constexpr std::array kColumns{&kOrderMeasure, &kFocusMeasure, &kSwingMeasure, &kRangeMeasure};

void print_table(const AuditedFile& audited) {
    const auto& [file, painting, audit, findings] = audited;
    fmt::print("{}, {} x {}, values read by {}\n\n", shown_name(painting.name), audit.size.width,
               audit.size.height, text_of(audit.reader).id);
    fmt::print("{:>3}  {:28} {:9} {:>7} {:>7} {:>7} {:>7} {:>9}", "", "pass", "value", "p95",
               "own p95", "mean", "max", "changed");
    for (const MeasureRecord* measure : kColumns) fmt::print(" {:>10}", lower_case(measure->label));
    fmt::print("\n");
    for (const PassAudit& pass : audit.passes) {
        const ValueAudit& value = pass.value;
        fmt::print("{:3}  {:28} {:9} {:7.3f} {:7.3f} {:7.3f} {:7.3f} {:8.1f}%", pass.index,
                   shown_name(pass.name), id_of(value.verdict), value.running.p95, value.own.p95,
                   value.running.mean, value.running.max, 100 * value.running.changed_steps);
        for (const MeasureRecord* measure : kColumns) {
            const auto words = measure->words(pass);
            fmt::print(" {:>10}", words ? words->now : "-");
        }
        fmt::print("\n");
    }
    if (!audit.passes.empty()) {
        fmt::print("\n");
        for (const MeasureRecord* measure : kMeasures) {
            if (measure->words == nullptr || measure->column ||
                std::ranges::find(kColumns, measure) != kColumns.end())
                continue;
            const auto now = measure->words(audit.passes.back());
            const auto sealed = measure->words(audit.ground);
            if (now)
                fmt::print("{:28} {:9} {:>10}  sealed {}\n", measure->label,
                           measure->judged ? id_of(now->verdict) : "-", now->now,
                           sealed ? sealed->now : "-");
        }
    }
    fmt::print("\n");
    for (const Finding& finding : findings) {
        fmt::print("{:9} {}\n", finding.meant ? "meant" : id_of(finding.verdict), finding.text);
        for (const Mend& mend : finding.mends)
            fmt::print("          mend: {}{}. {}\n", mend.label, mend.safe ? ", safe" : "",
                       mend.effect);
    }
}

/// One line for a file among many.
void print_line(const AuditedFile& audited) {
    const auto slipped = std::ranges::count_if(audited.findings, counts);
    const Finding& first = audited.findings.front();
    fmt::print("{}: {}\n", shown_name(audited.file),
               slipped == 0   ? std::string("held")
               : slipped == 1 ? first.text
                              : fmt::format("{} findings. {}", slipped, first.text));
}

Result<AuditedFile> audited(const AuditRequest& request, const std::filesystem::path& file,
                            const HouseRules& own) {
    auto opened = open_any(file, today(), request.under);
    if (!opened) return tl::unexpected(opened.error());
    AuditedFile result{file.string(), std::move(opened->painting), {}, {}};
    if (!request.foci.empty()) result.painting = with_foci(result.painting, request.foci);
    AuditOptions options;
    options.reader = request.reader;
    options.own_rules = own;
    result.audit = *audit(result.painting, options);
    result.findings = find(result.painting, result.audit);
    find_shares(result.painting, result.audit, result.findings, own);
    if (request.mends)
        for (Finding& finding : result.findings)
            finding.mends = mends_for(result.painting, finding, result.audit, own);
    return result;
}

bool any_counts(const AuditedFile& audited) {
    return std::ranges::any_of(audited.findings, counts);
}

}  // namespace

int run(const AuditRequest& request) {
    const HouseRules own = own_rules();
    std::vector<std::optional<Result<AuditedFile>>> results(request.in.size());
    // Reading files keeps one core busy, measuring all: side by side none waits.
    tbb::parallel_for(std::size_t{0}, request.in.size(),
                      [&](std::size_t i) { results[i] = audited(request, request.in[i], own); });
    std::vector<AuditedFile> files;
    int status = kHeldStatus;
    for (auto& result : results) {
        if (!*result) {
            status = report(result->error());
            continue;
        }
        if (status == kHeldStatus && any_counts(**result)) status = kSlippedStatus;
        files.push_back(std::move(**result));
    }
    if (files.empty()) return status;
    const bool many = request.in.size() > 1;
    if (request.csv)
        std::cout << write_audits_as_csv(files);
    else if (request.json && many)
        std::cout << write_audits(files);
    else if (request.json)
        std::cout << write_audit(files[0].painting, files[0].audit, files[0].findings);
    else if (many)
        for (const AuditedFile& each : files) print_line(each);
    else
        print_table(files[0]);
    return status;
}

int run(const MendRequest& request) {
    AuditRequest asked;
    asked.reader = request.reader;
    const HouseRules own = own_rules();
    auto measured = audited(asked, request.in, own);
    if (!measured) return report(measured.error());
    const Painting& painting = measured->painting;
    Painting result = painting;
    std::size_t left = 0;
    if (request.finding) {
        const auto finding = std::ranges::find_if(measured->findings, [&](const Finding& each) {
            return id_of(each.code) == *request.finding;
        });
        if (finding == measured->findings.end())
            return report({request.in.string(),
                           "it has no finding \"" + *request.finding + "\" to be mended."});
        const auto mends = mends_for(painting, *finding, measured->audit, own);
        if (mends.empty()) {
            fmt::print("No mend helps: {}\n", finding->text);
            return kSlippedStatus;
        }
        fmt::print("{}\n  {}. {}\n", finding->text, mends.front().label, mends.front().effect);
        result = mended(painting, mends.front());
        left = static_cast<std::size_t>(std::ranges::count_if(measured->findings, counts)) - 1;
    } else {
        const auto safe = *mend_what_is_safe(painting, measured->audit, own);
        for (const SafeMend& mend : safe.mends)
            fmt::print("{}\n  {}. {}\n", mend.finding, mend.mend.label, mend.after);
        left = safe.left;
        if (safe.mends.empty()) {
            fmt::print("{}\n", left == 0 ? "Nothing slipped." : "Nothing can be mended safely.");
            return left == 0 ? kHeldStatus : kSlippedStatus;
        }
        result = safe.result;
    }
    if (Done saved = save_painting(request.out, result); !saved) return report(saved.error());
    return left == 0 ? kHeldStatus : kSlippedStatus;
}

}  // namespace underpaint
