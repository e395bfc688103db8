// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include <cstdio>
#include <iostream>

#include "audit/value_findings.h"
#include "demo/salt_cart.h"
#include "files/audit_json.h"
#include "files/export_png.h"
#include "files/flat_picture.h"
#include "files/open_any.h"
#include "files/today.h"
#include "painting/changes.h"
#include "painting/stage.h"

namespace underpaint {
namespace {

void print_table(const Painting& painting, const Audit& audit,
                 const std::vector<Finding>& findings) {
    std::printf("%s, %d x %d, values read by %s\n\n", painting.name.c_str(), audit.size.width,
                audit.size.height, std::string(text_of(audit.reader).id).c_str());
    std::printf("%3s  %-28s %-9s %7s %7s %7s %7s %9s\n", "", "pass", "value", "p95", "own p95",
                "mean", "max", "changed");
    for (const PassAudit& pass : audit.passes) {
        const ValueAudit& value = pass.value;
        std::printf("%3d  %-28s %-9s %7.3f %7.3f %7.3f %7.3f %8.1f%%\n", pass.index,
                    pass.name.c_str(), std::string(id_of(value.verdict)).c_str(), value.running.p95,
                    value.own.p95, value.running.mean, value.running.max,
                    100 * value.running.changed_steps);
    }
    std::printf("\n");
    for (const Finding& finding : findings)
        std::printf("%-9s %s\n", std::string(id_of(finding.verdict)).c_str(), finding.text.c_str());
}

void print_values(const Painting& painting, const ValuesAudit& figures) {
    std::printf("%s, %d x %d, values read by %s\n\n", painting.name.c_str(), figures.size.width,
                figures.size.height, std::string(text_of(figures.reader).id).c_str());
    std::printf("%-20s %5s %7s %9s %5s %6s %6s %6s %6s\n", "part", "step", "area", "from-to",
                "plan", "hard", "firm", "soft", "lost");
    for (std::size_t i = 0; i < figures.parts.size(); ++i) {
        const PartFigures& part = figures.parts[i];
        std::printf("%-20s ", painting.parts[i].name.c_str());
        if (part.steps)
            std::printf("%5.1f %6.1f%% %4.1f-%4.1f", figures.said(part.steps->mean),
                        100 * part.share, figures.said(part.steps->from),
                        figures.said(part.steps->to));
        else
            std::printf("%5s %6.1f%% %9s", "-", 100 * part.share, "no pixels");
        const auto planned = painting.plan.steps.find(part.part);
        if (planned == painting.plan.steps.end())
            std::printf(" %5s", "-");
        else
            std::printf(" %5.1f", figures.said(planned->second));
        for (const EdgeKind kind : {EdgeKind::hard, EdgeKind::firm, EdgeKind::soft, EdgeKind::lost})
            std::printf(" %5.0f%%", 100 * figures.part_edges[i].share(kind));
        std::printf("\n");
    }
    std::printf("\n");
}

bool all_held(const Audit& audit, const std::vector<Finding>& findings) {
    const auto held = [](Verdict verdict) { return verdict == Verdict::held; };
    return std::ranges::all_of(audit.passes, held,
                               [](const PassAudit& pass) { return pass.value.verdict; }) &&
           std::ranges::all_of(findings, held, &Finding::verdict);
}

}  // namespace

int report(const Trouble& trouble) {
    std::cerr << "underpaint: " << trouble.message() << '\n';
    return kTroubleStatus;
}

int run(const RenderRequest& request) {
    const auto opened = open_any(request.in, today());
    if (!opened) return report(opened.error());
    const Painting& painting = opened->painting;
    const std::size_t upto = request.upto.value_or(painting.passes.size());
    if (upto > painting.passes.size())
        return report({request.in.string(), "it has " + std::to_string(painting.passes.size()) +
                                                " passes, so --upto " + std::to_string(upto) +
                                                " is more than there are."});
    const ExportChoice choice{upto, request.depth.value_or(everything_of(painting).depth),
                              request.grey};
    if (Done saved = export_png(request.out, painting, choice); !saved)
        return report(saved.error());
    return kHeldStatus;
}

int run(const AuditRequest& request) {
    auto opened = open_any(request.in, today(), request.under);
    if (!opened) return report(opened.error());
    Painting painting = std::move(opened->painting);
    if (!request.foci.empty()) painting = with_foci(std::move(painting), request.foci);
    const auto figures = audit(painting, {request.reader, 0, {}});
    const auto findings = find(painting, *figures);
    if (request.json)
        std::cout << write_audit(*figures, findings);
    else
        print_table(painting, *figures, findings);
    return all_held(*figures, findings) ? kHeldStatus : kSlippedStatus;
}

int run(const ValuesRequest& request) {
    const auto opened = open_any(request.in, today());
    if (!opened) return report(opened.error());
    const Painting& painting = opened->painting;
    const auto figures = audit_values(staged(painting, Stage::values),
                                      {request.reader, 0, true, true, request.scale});
    const auto findings = find_in_values(painting, *figures);
    print_values(painting, *figures);
    for (const ValueFinding& found : findings)
        std::printf("%-9s %s\n", std::string(id_of(found.finding.verdict)).c_str(),
                    found.finding.text.c_str());
    const bool held = std::ranges::all_of(
        findings, [](const ValueFinding& found) { return found.finding.verdict == Verdict::held; });
    return held ? kHeldStatus : kSlippedStatus;
}

int run(const DemoRequest& request) {
    std::error_code error;
    std::filesystem::create_directories(request.folder, error);
    if (error)
        return report({request.folder.string(), "could not be made: " + error.message() + "."});
    const auto file = request.folder / "salt-cart.ora";
    if (Done saved = save_painting(file, demo::salt_cart(request.size)); !saved)
        return report(saved.error());
    std::cout << file.string() << '\n';
    return kHeldStatus;
}

int run_info(const std::filesystem::path& in) {
    const auto opened = open_any(in, today());
    if (!opened) return report(opened.error());
    const Painting& painting = opened->painting;
    const Picture& ground = painting.ground()->base();
    std::printf("%s: %d x %d, %d bits, %s\n", painting.name.c_str(), painting.size().width,
                painting.size().height, ground.depth() == Depth::bits16 ? 16 : 8,
                is_neutral(ground) ? "grey" : "colour");
    for (const std::string& notice : opened->notices) std::printf("%s\n", notice.c_str());
    for (const Seal& seal : painting.seals)
        std::printf("seal %d  %s%s\n", seal.number, seal.date.c_str(),
                    seal == painting.seal() ? ", in force" : "");
    for (const Part& part : painting.parts) std::printf("part    %s\n", part.name.c_str());
    for (const Focus& focus : painting.plan.foci) std::printf("focus   %s\n", focus.name.c_str());
    for (const Pass& pass : painting.values)
        std::printf("value   %s: %s%s\n", pass.name.c_str(), kind_of(pass.source),
                    pass.on ? "" : ", off");
    for (std::size_t i = 0; i < painting.passes.size(); ++i) {
        const Pass& pass = painting.passes[i];
        std::printf("pass %zu  %s: %s, %s, strength %.0f%%%s\n", i + 1, pass.name.c_str(),
                    kind_of(pass.source), std::string(text_of(pass.blend).label).c_str(),
                    100 * static_cast<double>(pass.strength), pass.on ? "" : ", off");
    }
    return kHeldStatus;
}

}  // namespace underpaint
