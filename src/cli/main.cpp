// SPDX-License-Identifier: GPL-3.0-or-later
#include <CLI/CLI.hpp>

#include "cli/commands.h"

namespace {

using namespace underpaint;

/// --focus X,Y,R, checked while the command line is read.
Focus focus_from(const std::string& text, std::size_t number) {
    Focus focus{"Focus " + std::to_string(number), {}, 0};
    int used = 0;
    if (std::sscanf(text.c_str(), "%lf,%lf,%lf%n", &focus.centre.x, &focus.centre.y, &focus.radius,
                    &used) != 3 ||
        used != static_cast<int>(text.size()) || !(focus.radius > 0))
        throw CLI::ValidationError("--focus", "\"" + text +
                                                  "\" is not X,Y,R: three numbers in pixels, the "
                                                  "radius above 0");
    return focus;
}

Size size_from(const std::string& text) {
    Size size;
    int used = 0;
    if (std::sscanf(text.c_str(), "%dx%d%n", &size.width, &size.height, &used) != 2 ||
        used != static_cast<int>(text.size()) || size.width < 16 || size.height < 16 ||
        size.width > 20000 || size.height > 20000)
        throw CLI::ValidationError("--size",
                                   "\"" + text + "\" is not WxH with 16 to 20000 pixels a side");
    return size;
}

template <class Choice, class Table>
std::map<std::string, Choice> by_id(const Table& table, Choice Table::value_type::*choice) {
    std::map<std::string, Choice> ids;
    for (const auto& text : table) ids.emplace(text.id, text.*choice);
    return ids;
}

}  // namespace

int main(int argc, char** argv) {
    CLI::App app("Measures what colour passes did to a painting's grey structure.", "underpaint");
    app.require_subcommand(1);
    app.set_version_flag("--version", UNDERPAINT_VERSION);
    const auto readers = by_id(kReaders, &ReaderText::reader);

    RenderRequest render;
    int depth = 0;
    auto* render_command = app.add_subcommand("render", "Write the painting as a PNG");
    render_command->add_option("IN.ora", render.in, "The painting")->required();
    render_command->add_option("-o,--output", render.out, "The PNG to write")->required();
    render_command->add_option("--upto", render.upto, "Only the first N passes (0: the underpaint)")
        ->check(CLI::NonNegativeNumber);
    render_command
        ->add_option("--depth", depth, "8 or 16 bits a channel; as the painting unless given")
        ->check(CLI::IsMember({8, 16}));
    render_command->add_option("--grey", render.grey, "Values only, as this reader sees them")
        ->transform(CLI::CheckedTransformer(readers));

    AuditRequest audit;
    std::vector<std::string> foci;
    auto* audit_command = app.add_subcommand("audit", "Measure every pass; 0 all held, 1 not");
    audit_command->add_option("IN.ora", audit.in, "The painting, or several")->required();
    auto* as_json = audit_command->add_flag("--json", audit.json, "Print JSON");
    audit_command->add_flag("--csv", audit.csv, "Print a line a pass, comma-separated")
        ->excludes(as_json);
    audit_command->add_flag("--mends", audit.mends, "Compute what would help, too");
    audit_command->add_option("--reader", audit.reader, "How values are read")
        ->transform(CLI::CheckedTransformer(readers));
    audit_command->add_option("--focus", foci, "X,Y,R in pixels; the first one leads")
        ->expected(1)
        ->multi_option_policy(CLI::MultiOptionPolicy::TakeAll);
    audit_command->add_option("--under", audit.under, "Name of the layer that is the underpaint");

    MendRequest mend;
    bool safe = false;
    auto* mend_command =
        app.add_subcommand("mend", "Take mends and save the painting; 0 all held then, 1 not");
    mend_command->add_option("IN.ora", mend.in, "The painting")->required();
    mend_command->add_option("-o,--output", mend.out, "The painting to write")->required();
    auto* safe_flag = mend_command->add_flag(
        "--safe", safe, "All that leaves no other figure worse; so unless a finding is named");
    mend_command
        ->add_option("--finding", mend.finding, "The gentlest mend for the first finding of a code")
        ->excludes(safe_flag);
    mend_command->add_option("--reader", mend.reader, "How values are read")
        ->transform(CLI::CheckedTransformer(readers));

    ValuesRequest values;
    bool tenths = false;
    auto* values_command =
        app.add_subcommand("values", "Compare the values with their plan; 0 as planned, 1 not");
    values_command->add_option("IN.ora", values.in, "The painting")->required();
    values_command->add_flag("--json", values.json, "Print JSON");
    values_command->add_option("--reader", values.reader, "How values are read")
        ->transform(CLI::CheckedTransformer(readers));
    values_command->add_flag("--tenths", tenths, "Count steps from 0 to 10");

    BriefRequest brief;
    auto* brief_command = app.add_subcommand(
        "brief", "Say what the picture is to be, how it stands, and what comes next");
    brief_command->add_option("IN.ora", brief.in, "The painting")->required();
    brief_command->add_flag("--json", brief.json, "Print JSON");
    brief_command->add_option("--reader", brief.reader, "How values are read")
        ->transform(CLI::CheckedTransformer(readers));

    DemoRequest demo;
    std::string size;
    auto* demo_command = app.add_subcommand("demo", "Make the demo painting");
    demo_command->add_option("DIR", demo.folder, "Where to put it")->required();
    demo_command->add_option("--size", size, "WxH, that which it ships with unless given");
    demo_command->add_option("--route", demo.route, "The order of work that finished it")
        ->check(CLI::IsMember({"grey", "flats"}));

    std::string info;
    auto* info_command = app.add_subcommand("info", "Say what is in a painting or picture");
    info_command->add_option("IN", info, "The file")->required();

    try {
        app.parse(argc, argv);
        for (const std::string& text : foci)
            audit.foci.push_back(focus_from(text, audit.foci.size() + 1));
        if (!size.empty()) demo.size = size_from(size);
    } catch (const CLI::ParseError& error) {
        return app.exit(error) == 0 ? kHeldStatus : kTroubleStatus;
    }
    if (depth != 0) render.depth = depth == 16 ? Depth::bits16 : Depth::bits8;

    try {
        if (*render_command) return run(render);
        if (*audit_command) return run(audit);
        if (*mend_command) return run(mend);
        if (tenths) values.scale = ValueScale::zero_to_ten;
        if (*values_command) return run(values);
        if (*brief_command) return run(brief);
        if (*demo_command) return run(demo);
        if (*info_command) return run_info(info);
    } catch (const std::bad_alloc&) {
        return report({{}, "There is not enough memory for this."});
    }
    return kTroubleStatus;
}
