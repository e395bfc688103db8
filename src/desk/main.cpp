// SPDX-License-Identifier: GPL-3.0-or-later
#include <QCommandLineParser>
#include <QTimer>

#include <malloc.h>

#include <algorithm>
#include <cstdio>
#include <span>
#include <string_view>

#include "desk/kit/look.h"
#include "desk/view/canvas.h"
#include "desk/window/application.h"
#include "desk/window/benches.h"
#include "desk/window/beside_program.h"
#include "desk/window/crash_report.h"
#include "desk/window/ending.h"
#include "desk/window/main_window.h"
#include "desk/window/settings_menus.h"
#include "desk/window/starting.h"
#include "desk/work/paths.h"
#include "desk/work/time_keeper.h"
#include "files/left_work.h"
#include "files/log.h"
#include "files/today.h"
#include "files/user_folders.h"

namespace {

using namespace underpaint;

/// Saves a picture of a window once everything in it has come, and ends the program.
class Shot : public QObject {
public:
    enum class State { coming, ready, hopeless };
    Shot(QWidget& window, std::function<State()> state, QString file)
        : window_(window), state_(std::move(state)), file_(std::move(file)) {
        connect(&timer_, &QTimer::timeout, this, &Shot::look);
        timer_.start(100);
    }

private:
    void look() {
        const State state = state_();
        if (state == State::coming && ++waited_ < kLongestWait) return;
        const bool ready = state == State::ready;
        timer_.stop();
        const bool saved = ready && window_.grab().save(file_);
        if (!saved)
            std::fprintf(stderr, "faithful-underpaint: no picture of the window was saved\n");
        QApplication::exit(saved ? 0 : 2);
    }

    static constexpr int kLongestWait = 1200;  // tenths of a second
    QWidget& window_;
    std::function<State()> state_;
    QString file_;
    QTimer timer_;
    int waited_ = 0;
};

Shot::State state_of(MainWindow& window) {
    const bool any = window.session().document.has_painting();
    if (any && window.settled() && window.meters().passes.finished()) return Shot::State::ready;
    // Some benches work without a painting.
    if (!any && window.bench().works_alone() && !window.files().busy())
        return window.bench().finished() ? Shot::State::ready : Shot::State::coming;
    // No painting is open or being opened: waiting would not help.
    return !any && !window.files().busy() ? Shot::State::hopeless : Shot::State::coming;
}

/// Runs a strip alone; the status of the program.
int run_beside(const std::filesystem::path& file, const std::filesystem::path& against,
               const std::function<std::string()>& day, const QString& shot) {
    // The strip runs beside a painting program that needs the memory, so freed memory goes back to
    // the system between saves, also from worker threads.
    constexpr int kKeptFree = 4'000'000;  // bytes
    ::mallopt(M_TRIM_THRESHOLD, kKeptFree);
    BesideProgram program(day, moment_now);
    if (const Done done = program.begin(file, against); !done) {
        std::fprintf(stderr, "faithful-underpaint: %s\n", done.error().message().c_str());
        return 2;
    }
    const Ending ending([&program] { program.keep_now(); });
    std::optional<Shot> taking;
    if (!shot.isEmpty()) {
        Strip& strip = program.desk()->strip();
        strip.set_expanded(true);
        taking.emplace(
            strip,
            [&program] {
                const BesideDesk& desk = *program.desk();
                return desk.watching().saves().empty() || !desk.strip().settled()
                           ? Shot::State::coming
                           : Shot::State::ready;
            },
            shot);
    }
    return QApplication::exec();
}

/// The argument that Qt made this text of. Its bytes need not be UTF-8, which the text is.
std::filesystem::path file_among(std::span<char*> arguments, const QString& text) {
    const auto found = std::ranges::find_if(
        arguments, [&](const char* each) { return QString::fromLocal8Bit(each) == text; });
    return found == arguments.end() ? path_of(text) : std::filesystem::path(*found);
}

}  // namespace

int main(int argc, char** argv) {
    const std::span<char*> arguments(argv, static_cast<std::size_t>(argc));
    // --help and --version work without a screen.
    for (const std::string_view argument : arguments)
        if (argument == "--help" || argument == "-h" || argument == "--version" || argument == "-v")
            qputenv("QT_QPA_PLATFORM", "offscreen");
    Application application(argc, argv);

    QCommandLineParser parser;
    parser.setApplicationDescription(
        QStringLiteral("Measures what colour passes did to a painting's grey structure."));
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument(QStringLiteral("FILE"),
                                 QStringLiteral("A painting or picture to open"));
    const QCommandLineOption shot(QStringLiteral("shot"),
                                  QStringLiteral("Save a picture of the window and end"),
                                  QStringLiteral("FILE.png"));
    const QCommandLineOption until(
        QStringLiteral("until-painted"),
        QStringLiteral("End as soon as the painting is on screen (for timing)"));
    const QCommandLineOption bench(QStringLiteral("bench"), ids_of_benches(),
                                   QStringLiteral("NAME"));
    const QCommandLineOption lens(QStringLiteral("lens"),
                                  QStringLiteral("colour, grey, squint, shapes-3, drift ..."),
                                  QStringLiteral("NAME"));
    const QCommandLineOption page(
        QStringLiteral("page"),
        QStringLiteral("Of the Values bench: shapes, plan, passes or seals"),
        QStringLiteral("NAME"));
    const QCommandLineOption day(QStringLiteral("day"),
                                 QStringLiteral("As if today were another day, as 2026-11-26"),
                                 QStringLiteral("DATE"));
    const QCommandLineOption light(QStringLiteral("light"),
                                   QStringLiteral("Light greys, for a bright room"));
    const QCommandLineOption safe(
        QStringLiteral("safe"),
        QStringLiteral("Put all settings aside and start as the first time, after a start that "
                       "broken ones spoilt"));
    const QCommandLineOption beside(
        QStringLiteral("beside"),
        QStringLiteral("Watch a file that another program saves, in a strip; it need not be there "
                       "yet. Measured against the seal of FILE where one is named"),
        QStringLiteral("WATCHED"));
    parser.addOptions({shot, until, bench, lens, page, day, light, safe, beside});
    parser.process(application);

    std::string about;
    for (const auto& [name, version] : versions())
        about += (name + QStringLiteral(": ") + version + QLatin1Char('\n')).toStdString();
    leave_report_of_crashes(state_folder(), about);
    tidy_crash_reports(state_folder());
    write_to_log("Started, version " UNDERPAINT_VERSION ".");
    const QStringList aside = parser.isSet(safe) ? put_settings_aside() : QStringList();
    dress(application, parser.isSet(light) ? Look::light : kept_look());
    const auto other_day = date_from_iso(parser.value(day).toStdString());
    const auto day_now = [other_day] { return other_day ? iso(*other_day) : today(); };
    const QStringList files = parser.positionalArguments();
    const auto first_file = [&] {
        return files.isEmpty() ? std::filesystem::path() : file_among(arguments, files.first());
    };
    if (parser.isSet(beside))
        return run_beside(std::filesystem::absolute(file_among(arguments, parser.value(beside))),
                          first_file(), day_now, parser.value(shot));
    MainWindow window(day_now);
    const auto arrange = [&] {
        window.show_bench(parser.value(bench));
        for (const LensRecord* record : kLenses)
            if (parser.value(lens).compare(QLatin1String(record->id), Qt::CaseInsensitive) == 0)
                window.canvas().set_lens(record->lens);
        window.bench().show_page(parser.value(page));
    };
    QObject::connect(&window.session().document, &Document::begun, &window, arrange);
    // A picture of the window has the same size on every screen.
    if (parser.isSet(shot)) window.resize(scaled(1280), scaled(800));
    window.show();
    // A picture of the window, and a timed start, must not depend on earlier sessions.
    if (!parser.isSet(shot) && !parser.isSet(until)) {
        tidy_left_work(window.autosave().store(), moment_now());
        window.tell(said_at_start(aside), [&window] { window.unsaved().offer(); });
    }
    const Ending ending([&window] { window.autosave().keep_now(); });
    if (!files.isEmpty())
        window.files().open_file(first_file());
    else if (parser.isSet(bench))
        arrange();
    QTimer painted;
    if (parser.isSet(until)) {
        QObject::connect(&painted, &QTimer::timeout, &window, [&] {
            if (window.session().document.has_painting() && window.canvas().settled())
                QApplication::quit();
            if (!window.session().document.has_painting() && !window.files().busy())
                QApplication::exit(2);
        });
        painted.start(2);
    }
    std::optional<Shot> taking;
    if (parser.isSet(shot))
        taking.emplace(
            window, [&window] { return state_of(window); }, parser.value(shot));
    return QApplication::exec();
}
