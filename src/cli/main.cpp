// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>
#include <CLI/CLI.hpp>

#include <algorithm>
#include <charconv>
#include <cmath>

#include "cli/arguments.h"
#include "cli/commands.h"
#include "terms/figures.h"

namespace {

using namespace underpaint;

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

/// A share written as 0.5 or as 50%.
void add_share(CLI::App& command, const std::string& name, const std::string& help, float& share) {
    command.add_option_function<std::string>(
        name,
        [name, &share](const std::string& text) {
            const bool percent = text.ends_with('%');
            const char* const last = text.data() + text.size() - (percent ? 1 : 0);
            const auto [end, wrong] = std::from_chars(text.data(), last, share);
            if (percent) share /= 100;
            if (wrong != std::errc() || end != last || !(share >= 0 && share <= 1))
                throw CLI::ValidationError(
                    name, "\"" + text.substr(0, 40) + "\" is no share from 0 to 1");
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

constexpr const char* kVersionHelp = "Of this version: its name, or #2 for the second";

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
    render_command->add_option("--version", render.version, kVersionHelp);

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
    audit_command->add_option("--version", audit.version, kVersionHelp);

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
    mend_command->add_option("--version", mend.version, kVersionHelp);
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

    VersionsRequest versions;
    auto* versions_command =
        app.add_subcommand("versions", "List a painting's versions and their figures");
    versions_command->add_option("IN.ora", versions.in, "The painting")->required();
    versions_command->add_flag("--json", versions.json, "Print JSON");
    add_reader(*versions_command, "--reader", kReaderHelp,
               [&](Reader reader) { versions.reader = reader; });
    add_strict(*versions_command, versions.strict);

    WatchRequest watch;
    auto* watch_command = app.add_subcommand(
        "watch", "Measure every save of files that other programs write, until it is ended");
    watch_command->add_option("FILE", watch.in, "Pictures or OpenRaster files")->required();
    watch_command->add_option("--against", watch.against,
                              "A painting whose seal they are measured against; else the first "
                              "save is sealed");
    watch_command->add_flag("--json", watch.json, "Print a JSON object a line");
    watch_command->add_flag("--once", watch.once, "End when every file had its line");
    add_reader(*watch_command, "--reader", kReaderHelp,
               [&](Reader reader) { watch.reader = reader; });

    ReportRequest reported;
    reported.choices.sections = report_presets().front().settings.chosen();
    auto* report_command = app.add_subcommand(
        "report",
        "Write what was measured as pages (.pdf), as one to read on a screen (.html), or as "
        "figures (.csv, .json)");
    report_command->add_option("IN", reported.in, "The painting")->required();
    report_command->add_option("-o,--output", reported.out, "The file to write")
        ->required()
        ->check([](const std::string& name) {
            const auto ending = std::filesystem::path(name).extension();
            return ending == ".pdf" || ending == ".html" || ending == ".csv" || ending == ".json"
                       ? std::string()
                       : "its name has to end in .pdf, .html, .csv or .json";
        });
    auto* for_whom = report_command->add_option_function<std::string>(
        "--for",
        [&](const std::string& whom) {
            const ReportSettings settings = settings_for(whom);
            reported.choices.sections = settings.chosen();
            reported.choices.picture_side = settings.picture_side;
            reported.setup = settings.setup;
        },
        "For whom it is: myself, client or teacher, as kept in the window; what else is said here "
        "goes before");
    report_command
        ->add_option_function<std::string>(
            "--sections",
            [&](const std::string& list) { reported.choices.sections = sections_from(list); },
            "What goes in, with commas, in that order")
        ->excludes(for_whom);
    report_command->add_option("--words", reported.choices.words,
                               "Your own words at the top; else those of the painting");
    report_command
        ->add_option("--picture-side", reported.choices.picture_side,
                     "Long side of pictures in pixels, 1600 unless said")
        ->check(CLI::Range(kLeastPictureSide, kMostPictureSide));
    std::map<std::string, Paper> papers;
    for (const PaperText& each : kPapers) papers.emplace(each.id, each.paper);
    report_command->add_option("--paper", reported.setup.paper, "Of a PDF: a4, a5 or letter")
        ->transform(CLI::CheckedTransformer(papers, CLI::ignore_case));
    report_command->add_flag("--lying", reported.setup.lying, "Of a PDF: the long side across");
    report_command->add_flag("--dark", reported.setup.dark, "Of a PDF: on a dark ground");
    report_command->add_option("--profile", reported.paper,
                               "For the section paper: a printer's ICC profile; else an "
                               "approximation of uncoated paper");
    report_command->add_flag(
        "--perceptual", [&](std::int64_t) { reported.intent = PrintIntent::perceptual; },
        "For the section paper: keep the look of the whole, not what the paper has");
    add_reader(*report_command, "--reader", kReaderHelp,
               [&](Reader reader) { reported.reader = reader; });
    add_strict(*report_command, reported.strict);

    PaletteRequest palette;
    auto* palette_command = app.add_subcommand("palette", "List a painting's palette");
    palette_command->add_option("IN", palette.in, "The painting or picture")->required();
    palette_command
        ->add_option("--from-picture", palette.from_picture,
                     "Take so many colours from its picture instead")
        ->check(CLI::Range(2, 12));
    auto* palette_json = palette_command->add_flag("--json", palette.json, "Print JSON");
    auto* palette_csv =
        palette_command->add_flag("--csv", palette.csv, "Print comma-separated values")
            ->excludes(palette_json);
    palette_command->add_flag("--tokens", palette.tokens, "Print W3C design tokens")
        ->excludes(palette_json)
        ->excludes(palette_csv);
    add_reader(*palette_command, "--reader", kReaderHelp,
               [&](Reader reader) { palette.reader = reader; });
    add_strict(*palette_command, palette.strict);

    ForecastRequest forecast;
    std::string forecast_colour;
    auto* forecast_command = app.add_subcommand(
        "forecast", "Say what a colour would do to the greys; 0 within the budget, 1 not");
    forecast_command->add_option("IN", forecast.in, "The painting or picture")->required();
    forecast_command->add_option("--colour", forecast_colour, "As #rrggbb")->required();
    forecast_command->add_option_function<std::string>(
        "--blend",
        [&](const std::string& id) {
            const auto blend = blend_from_id(id);
            if (!blend) {
                std::vector<std::string> ids;
                for (const BlendText& text : kBlendTexts) ids.emplace_back(text.id);
                throw CLI::ValidationError(
                    "--blend",
                    "\"" + id.substr(0, 40) + "\" is no blend. There are " + listed(ids));
            }
            forecast.laid.blend = *blend;
        },
        "How it is laid; color unless given");
    add_share(*forecast_command, "--strength", "0 to 1; 1 unless given", forecast.laid.strength);
    add_share(*forecast_command, "--hold", "0 to 1; 0 unless given", forecast.laid.hold);
    forecast_command->add_option("--part", forecast.part, "Over this part alone");
    forecast_command->add_flag("--json", forecast.json, "Print JSON");
    add_reader(*forecast_command, "--reader", kReaderHelp,
               [&](Reader reader) { forecast.reader = reader; });
    add_strict(*forecast_command, forecast.strict);

    MixRequest mix;
    std::string tubes, parts, target;
    auto* mix_command = app.add_subcommand(
        "mix", "Mix tubes as paint: what parts come to, or the recipe for a colour");
    mix_command->add_option("--tubes", tubes, "By name or as #rrggbb, with commas")->required();
    auto* parts_option =
        mix_command->add_option("--parts", parts, "Whole numbers with commas, one a tube");
    mix_command->add_option("--target", target, "The colour to find a recipe for, as #rrggbb")
        ->excludes(parts_option);
    mix_command->add_flag("--white", mix.white, "White is mixed in where a recipe wants it");
    mix_command->add_option_function<std::string>(
        "--as",
        [&](const std::string& id) {
            const auto as = mix_from_id(id);
            if (!as) throw CLI::ValidationError("--as", "there are paint, glaze and light");
            mix.as = *as;
        },
        "paint, glaze or light");
    mix_command->add_flag("--json", mix.json, "Print JSON");

    StudyRequest study;
    std::string study_tubes;
    auto* study_command =
        app.add_subcommand("study", "Hold a practice picture against its reference");
    study_command->add_option("FILE", study.in, "The study: a picture")->required();
    study_command->add_option("--reference", study.reference, "What it is a study of")->required();
    study_command
        ->add_option_function<std::string>(
            "--kind",
            [&](const std::string& id) {
                const auto kind = study_kind_from_id(id);
                if (!kind)
                    throw CLI::ValidationError("--kind",
                                               "there are two, three, full, limited and widened");
                study.kind = *kind;
            },
            "two, three, full, limited or widened")
        ->required();
    study_command->add_option("--tubes", study_tubes,
                              "Of a limited palette: by name or as #rrggbb, with commas");
    study_command->add_flag("--even-light", study.even_out_light,
                            "Take out the slope of the light that it was photographed in");
    study_command->add_flag("--json", study.json, "Print JSON");
    add_reader(*study_command, "--reader", kReaderHelp,
               [&](Reader reader) { study.reader = reader; });

    LogbookRequest logbook;
    auto* logbook_command = app.add_subcommand("logbook", "Say how practice went");
    logbook_command->add_option("--file", logbook.file, "Another logbook than your own");
    logbook_command->add_flag("--csv", logbook.csv, "Print all answers and studies");

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
        if (*forecast_command) forecast.laid.colour = colour_from("--colour", forecast_colour);
        if (!study_tubes.empty()) study.tubes = tubes_from(study_tubes);
        if (*mix_command) {
            mix.tubes = tubes_from(tubes);
            if (parts.empty() == target.empty())
                throw CLI::ValidationError("mix", "say --parts or --target");
            if (!parts.empty()) mix.parts = parts_from(parts, mix.tubes.size());
            if (!target.empty()) mix.target = colour_from("--target", target);
        }
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
        if (*study_command) return run(study);
        if (*logbook_command) return run(logbook);
        if (*versions_command) return run(versions);
        if (*watch_command) return run(watch);
        if (*report_command) return run(reported);
        if (*palette_command) return run(palette);
        if (*forecast_command) return run(forecast);
        if (*mix_command) return run(mix);
        if (*demo_command) return run(demo);
        if (*info_command) return run_info(info);
    } catch (const std::bad_alloc&) {
        return report({{}, "There is not enough memory for this."});
    } catch (const std::exception& fault) {
        return report({{}, fmt::format("A fault of the program ended this: {}.", fault.what())});
    }
    return kTroubleStatus;
}
