// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include <fmt/format.h>

#include <algorithm>
#include <iostream>

#include "audit/value_findings.h"
#include "cli/opening.h"
#include "demo/routes.h"
#include "files/export_png.h"
#include "files/flat_picture.h"
#include "files/values_json.h"
#include "painting/stage.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

void print_values(const Painting& painting, const ValuesAudit& figures) {
    fmt::print("{}, {} x {}, values read by {}\n\n", shown_name(painting.name), figures.size.width,
               figures.size.height, text_of(figures.reader).id);
    fmt::print("{:20} {:>5} {:>7} {:>9} {:>5} {:>6} {:>6} {:>6} {:>6}\n", "part", "step", "area",
               "from-to", "plan", "hard", "firm", "soft", "lost");
    for (std::size_t i = 0; i < figures.parts.size(); ++i) {
        const PartFigures& part = figures.parts[i];
        fmt::print("{:20} ", shown_name(painting.parts[i].name));
        if (part.steps)
            fmt::print("{:5.1f} {:6.1f}% {:4.1f}-{:4.1f}", figures.said(part.steps->mean),
                       100 * part.share, figures.said(part.steps->from),
                       figures.said(part.steps->to));
        else
            fmt::print("{:>5} {:6.1f}% {:>9}", "-", 100 * part.share, "no pixels");
        const auto planned = painting.plan.steps.find(part.part);
        if (planned == painting.plan.steps.end())
            fmt::print(" {:>5}", "-");
        else
            fmt::print(" {:5.1f}", figures.said(planned->second));
        for (const EdgeKind kind : {EdgeKind::hard, EdgeKind::firm, EdgeKind::soft, EdgeKind::lost})
            fmt::print(" {:5.0f}%", 100 * figures.part_edges[i].share(kind));
        fmt::print("\n");
    }
    fmt::print("\n");
}

int status_of(bool any_bad) {
    return any_bad ? kSlippedStatus : kHeldStatus;
}

}  // namespace

int report(const Trouble& trouble) {
    std::cerr << "underpaint: " << printable(trouble.message()) << '\n';
    return kTroubleStatus;
}

int run(const RenderRequest& request) {
    if (Done may = check_output(request.out); !may) return report(may.error());
    std::error_code error;
    if (std::filesystem::equivalent(request.in, request.out, error))
        return report({request.out.string(),
                       "this is the painting itself, which a picture would replace. Choose another "
                       "name."});
    const auto opened = open_input(request.in, {{}, request.strict, request.version});
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

int run(const ValuesRequest& request) {
    const auto opened = open_input(request.in, {{}, request.strict});
    if (!opened) return report(opened.error());
    const Painting& painting = opened->painting;
    const auto figures = audit_values(staged(painting, Stage::values),
                                      {request.reader, 0, true, true, request.scale});
    const auto findings = find_in_values(painting, *figures);
    if (request.json) {
        std::cout << write_values(painting, *figures, findings);
    } else {
        print_values(painting, *figures);
        for (const Finding& found : findings)
            fmt::print("{:9} {}\n", id_of(found.verdict), found.text);
    }
    return status_of(
        std::ranges::any_of(findings, [](const Finding& found) { return is_bad(found.verdict); }));
}

int run(const DemoRequest& request) {
    std::error_code error;
    std::filesystem::create_directories(request.folder, error);
    if (error)
        return report({request.folder.string(), "could not be made: " + error.message() + "."});
    const auto demo = std::ranges::find(demo::kDemos, request.route, &demo::Demo::route);
    if (demo == demo::kDemos.end()) return kTroubleStatus;
    const auto file = request.folder / demo->file;
    if (Done saved = save_painting(file, demo->make(request.size.value_or(demo->size))); !saved)
        return report(saved.error());
    std::cout << file.string() << '\n';
    return kHeldStatus;
}

int run_info(const std::filesystem::path& in) {
    const auto opened = open_input(in);
    if (!opened) return report(opened.error());
    const Painting& painting = opened->painting;
    const Picture& ground = painting.ground()->base();
    fmt::print("{}: {} x {}, {} bits, {}\n", shown_name(painting.name), painting.size().width,
               painting.size().height, ground.depth() == Depth::bits16 ? 16 : 8,
               is_neutral(ground) ? "grey" : "colour");
    for (const Seal& seal : painting.seals)
        fmt::print("seal {}  {}{}\n", seal.number, seal.date,
                   seal == painting.seal() ? ", in force" : "");
    for (const Part& part : painting.parts) fmt::print("part    {}\n", shown_name(part.name));
    for (const Focus& focus : painting.plan.foci)
        fmt::print("focus   {}\n", shown_name(focus.name));
    for (const Pass& pass : painting.values)
        fmt::print("value   {}: {}{}\n", shown_name(pass.name), kind_of(pass.source),
                   pass.on ? "" : ", off");
    for (std::size_t i = 0; i < painting.passes.size(); ++i) {
        const Pass& pass = painting.passes[i];
        fmt::print("pass {}  {}: {}, {}, strength {:.0f}%{}\n", i + 1, shown_name(pass.name),
                   kind_of(pass.source), text_of(pass.blend).label,
                   100 * static_cast<double>(pass.strength), pass.on ? "" : ", off");
    }
    return kHeldStatus;
}

}  // namespace underpaint
