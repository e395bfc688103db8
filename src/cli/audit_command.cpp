// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include <algorithm>
#include <iostream>

#include "audit/pass_mends.h"
#include "audit/safe_mends.h"
#include "cli/commands.h"
#include "cli/measuring.h"
#include "cli/opening.h"
#include "files/audit_json.h"
#include "files/openraster.h"
#include "painting/changes.h"
#include "painting/version_changes.h"
#include "raster/in_parallel.h"
#include "terms/figures.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

/// The measures that stand in the table: those of the ledger, and what is told beside it.
constexpr std::array kColumns{&kOrderMeasure, &kFocusMeasure, &kSwingMeasure, &kRangeMeasure};

void print_table(const AuditedFile& audited) {
    const auto& [file, painting, audit, findings, left_out] = audited;
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
    fmt::print("{}: {}{}\n", shown_name(audited.file),
               audited.left_out.empty() ? "" : "not all of it could be read; ",
               slipped == 0   ? std::string("held")
               : slipped == 1 ? first.text
                              : fmt::format("{} findings. {}", slipped, first.text));
}

/// The painting with the foci that were asked for in place of its own, and measured.
Result<AuditedFile> measured_with(const std::vector<Focus>& foci, std::string file,
                                  OpenedPainting opened, Reader reader, const HouseRules& own) {
    AuditedFile result{
        std::move(file), std::move(opened.painting), {}, {}, std::move(opened.left_out)};
    if (Done within = check_foci(result.file, result.painting, foci); !within)
        return tl::unexpected(within.error());
    if (!foci.empty()) result.painting = with_foci(result.painting, foci);
    measure(result, reader, own);
    return result;
}

Result<AuditedFile> audited(const AuditRequest& request, const std::filesystem::path& file,
                            const HouseRules& own) {
    auto opened = open_input(file, {request.under, request.strict, request.version});
    if (!opened) return tl::unexpected(opened.error());
    auto result =
        measured_with(request.foci, file.string(), std::move(*opened), request.reader, own);
    if (result && request.mends)
        for (Finding& finding : result->findings)
            finding.mends = mends_for(result->painting, finding, result->audit, own);
    return result;
}

/// Whether all held of what is in the file.
int status_of(const AuditedFile& audited) {
    return std::ranges::any_of(audited.findings, counts) || !audited.left_out.empty()
               ? kSlippedStatus
               : kHeldStatus;
}

}  // namespace

int run(const AuditRequest& request) {
    const HouseRules own = own_rules();
    std::vector<std::optional<Result<AuditedFile>>> results(request.in.size());
    // Reading a file keeps one core busy, measuring keeps all: several files at once leave none
    // idle.
    in_parallel(std::size_t{0}, request.in.size(),
                [&](std::size_t i) { results[i] = audited(request, request.in[i], own); });
    std::vector<AuditedFile> files;
    int status = kHeldStatus;
    for (auto& result : results) {
        if (!*result) {
            status = report(result->error());
            continue;
        }
        if (status == kHeldStatus) status = status_of(**result);
        files.push_back(std::move(**result));
    }
    if (files.empty()) return status;
    const bool many = request.in.size() > 1;
    if (request.csv)
        std::cout << write_audits_as_csv(files);
    else if (request.json && many)
        std::cout << write_audits(files);
    else if (request.json)
        std::cout << write_audit(files[0]);
    else if (many)
        for (const AuditedFile& each : files) print_line(each);
    else
        print_table(files[0]);
    return status;
}

namespace {

/// What a mending came to. Nothing when there was nothing to take, which has been said.
std::optional<Painting> mend_finding(const AuditedFile& measured, const Finding& finding,
                                     const HouseRules& own) {
    const auto mends = mends_for(measured.painting, finding, measured.audit, own);
    if (mends.empty()) {
        fmt::print("No mend helps: {}\n", finding.text);
        return std::nullopt;
    }
    fmt::print("{}\n  {}. {}\n", finding.text, mends.front().label, mends.front().effect);
    return mended(measured.painting, mends.front());
}

std::optional<Painting> mend_safely(const AuditedFile& measured, const HouseRules& own) {
    auto safe = *mend_what_is_safe(measured.painting, measured.audit, own);
    for (const SafeMend& mend : safe.mends)
        fmt::print("{}\n  {}. {}\n", mend.finding, mend.mend.label, mend.after);
    if (!safe.mends.empty()) return std::move(safe.result);
    fmt::print("{}\n", safe.left == 0 ? "Nothing slipped." : "Nothing can be mended safely.");
    return std::nullopt;
}

}  // namespace

int run(const MendRequest& request) {
    if (Done may = check_output(request.out); !may) return report(may.error());
    const HouseRules own = own_rules();
    auto opened = open_input(request.in, {request.under, request.strict, {}});
    if (!opened) return report(opened.error());
    const VersionId chosen = opened->painting.version;
    if (request.version) {
        const auto id = version_named(opened->painting, *request.version);
        if (!id)
            return report({request.in.string(), "it has no version \"" + *request.version + "\"."});
        opened->painting = with_version_chosen(std::move(opened->painting), *id);
    }
    if (Done may = check_not_over_partial(*opened, request.in, request.out, request.even_partial);
        !may)
        return report(may.error());
    const auto own_foci = opened->painting.plan.foci;
    auto audited =
        measured_with(request.foci, request.in.string(), std::move(*opened), request.reader, own);
    if (!audited) return report(audited.error());
    AuditedFile& measured = *audited;

    std::optional<Painting> result;
    if (request.finding) {
        const auto finding = std::ranges::find_if(measured.findings, [&](const Finding& each) {
            return id_of(each.code) == *request.finding;
        });
        if (finding == measured.findings.end())
            return report({request.in.string(),
                           "it has no finding \"" + *request.finding + "\" to be mended."});
        result = mend_finding(measured, *finding, own);
    } else {
        result = mend_safely(measured, own);
    }
    if (!result) return status_of(measured);
    // The remaining drift is measured again and not added up: a mend may bring back more than was
    // blamed on its pass.
    measured.painting = std::move(*result);
    measure(measured, request.reader, own);
    measured.painting.plan.foci = own_foci;
    measured.painting = with_version_chosen(std::move(measured.painting), chosen);
    if (Done saved = save_painting(request.out, measured.painting); !saved)
        return report(saved.error());
    return status_of(measured);
}

}  // namespace underpaint
