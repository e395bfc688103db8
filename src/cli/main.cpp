// SPDX-License-Identifier: GPL-3.0-or-later
#include <CLI/CLI.hpp>
#include <algorithm>
#include <charconv>
#include <cmath>

#include "cli/commands.h"
#include "terms/figures.h"

namespace {

using namespace underpaint;

/// --focus X,Y,R, checked while the command line is read.
Focus focus_from(const std::string& text, std::size_t number) {
    Focus focus{"Focus " + std::to_string(number), {}, 0};
    int used = 0;
    if (std::sscanf(text.c_str(), "%lf,%lf,%lf%n", &focus.centre.x, &focus.centre.y, &focus.radius,
                    &used) != 3 ||
        used != static_cast<int>(text.size()) || !(focus.radius > 0) ||
        !std::isfinite(focus.centre.x) || !std::isfinite(focus.centre.y) ||
        !std::isfinite(focus.radius))
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

/// An option that names one of the readers.
void add_reader(CLI::App& command, const std::string& name, const std::string& help,
                std::function<void(Reader)> take) {
    command.add_option_function<std::string>(
        name,
        [name, take = std::move(take)](const std::string& id) {
            const auto found = std::ranges::find(kReaders, id, &ReaderText::id);
            if (found != kReaders.end()) return take(found->reader);
            std::vector<std::string> ids;
            for (const ReaderText& reader : kReaders) ids.emplace_back(reader.id);
            throw CLI::ValidationError(name,
                                       "\"" + id + "\" is no reader. There are " + listed(ids));
        },
        help);
}

/// An option of a whole number that is not negative.
void add_count(CLI::App& command, const std::string& name, const std::string& help,
               std::optional<std::size_t>& count) {
    command.add_option_function<std::string>(
        name,
        [name, &count](const std::string& text) {
            std::size_t number = 0;
            const auto [end, wrong] =
                std::from_chars(text.data(), text.data() + text.size(), number);
            if (wrong != std::errc() || end != text.data() + text.size())
                throw CLI::ValidationError(
                    name, "\"" + text.substr(0, 40) + "\" is no whole number from 0 up");
            count = number;
        },
        help);
}

constexpr const char* kReaderHelp = "How values are read";
constexpr const char* kUnderHelp = "Name of the layer that is the underpaint";

void add_foci(CLI::App& command, std::vector<std::string>& foci) {
    command.add_option("--focus", foci, "X,Y,R in pixels; the first one leads")
        ->expected(1)
        ->multi_option_policy(CLI::MultiOptionPolicy::TakeAll)
        ->allow_extra_args(false);
}

void add_strict(CLI::App& command, bool& strict) {
    command.add_flag("--strict", strict, "Do nothing when part of a file can't be read");
}

/// A sentence when the first word is no command.
std::optional<std::string> unknown_command(const CLI::App& app, int argc, char** argv) {
    if (argc < 2 || argv[1][0] == '-') return std::nullopt;
    std::vector<std::string> names;
    for (const CLI::App* command : app.get_subcommands([](const CLI::App*) { return true; }))
        names.push_back(command->get_name());
    if (std::ranges::count(names, argv[1]) > 0) return std::nullopt;
    return "there is no command \"" + std::string(argv[1]).substr(0, 40) + "\". There are " +
           listed(names) + "; underpaint --help says more.";
}

}  // namespace

int main(int argc, char** argv) {
    CLI::App app("Measures what colour passes did to a painting's grey structure.", "underpaint");
    app.require_subcommand(1);
    app.set_version_flag("--version", UNDERPAINT_VERSION);

    RenderRequest render;
    int depth = 0;
    auto* render_command = app.add_subcommand("render", "Write the painting as a PNG");
    render_command->add_option("IN.ora", render.in, "The painting")->required();
    render_command->add_option("-o,--output", render.out, "The PNG to write")->required();
    add_count(*render_command, "--upto", "Only the first N passes (0: the underpaint)",
              render.upto);
    render_command
        ->add_option("--depth", depth, "8 or 16 bits a channel; as the painting unless given")
        ->check(CLI::IsMember({8, 16}));
    add_reader(*render_command, "--grey", "Values only, as this reader sees them",
               [&](Reader reader) { render.grey = reader; });
    add_strict(*render_command, render.strict);

    AuditRequest audit;
    std::vector<std::string> foci;
    auto* audit_command = app.add_subcommand("audit", "Measure every pass; 0 all held, 1 not");
    audit_command->add_option("IN.ora", audit.in, "The painting, or several")->required();
    auto* as_json = audit_command->add_flag("--json", audit.json, "Print JSON");
    audit_command->add_flag("--csv", audit.csv, "Print a line a pass, comma-separated")
        ->excludes(as_json);
    audit_command->add_flag("--mends", audit.mends, "Compute what would help, too");
    add_reader(*audit_command, "--reader", kReaderHelp,
               [&](Reader reader) { audit.reader = reader; });
    add_foci(*audit_command, foci);
    audit_command->add_option("--under", audit.under, kUnderHelp);
    add_strict(*audit_command, audit.strict);

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
    add_reader(*mend_command, "--reader", kReaderHelp,
               [&](Reader reader) { mend.reader = reader; });
    add_foci(*mend_command, foci);
    mend_command->add_option("--under", mend.under, kUnderHelp);
    add_strict(*mend_command, mend.strict);
    mend_command->add_flag("--even-partial", mend.even_partial,
                           "Also over the file itself when not all of it could be read");

    ValuesRequest values;
    bool tenths = false;
    auto* values_command =
        app.add_subcommand("values", "Compare the values with their plan; 0 as planned, 1 not");
    values_command->add_option("IN.ora", values.in, "The painting")->required();
    values_command->add_flag("--json", values.json, "Print JSON");
    add_reader(*values_command, "--reader", kReaderHelp,
               [&](Reader reader) { values.reader = reader; });
    add_strict(*values_command, values.strict);
    values_command->add_flag("--tenths", tenths, "Count steps from 0 to 10");

    BriefRequest brief;
    auto* brief_command = app.add_subcommand(
        "brief", "Say what the picture is to be, how it stands, and what comes next");
    brief_command->add_option("IN.ora", brief.in, "The painting")->required();
    brief_command->add_flag("--json", brief.json, "Print JSON");
    add_reader(*brief_command, "--reader", kReaderHelp,
               [&](Reader reader) { brief.reader = reader; });
    add_strict(*brief_command, brief.strict);

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

    if (const auto unknown = unknown_command(app, argc, argv)) return report({{}, *unknown});
    try {
        app.parse(argc, argv);
        for (const std::string& text : foci)
            audit.foci.push_back(focus_from(text, audit.foci.size() + 1));
        mend.foci = audit.foci;
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
