// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/report/report_saving.h"

#include "desk/kit/words.h"
#include "desk/report/print_pages.h"
#include "desk/work/paths.h"
#include "desk/work/time_keeper.h"
#include "files/disk.h"
#include "files/zip_container.h"
#include "pages/pdf.h"
#include "report/figures.h"
#include "report/html.h"

namespace underpaint {
namespace {

QString name_in_words(const std::filesystem::path& file) {
    return shown(file.filename().string());
}

/// Writes a text that may have come to nothing.
Done write_text_to(const std::filesystem::path& path, const Result<std::string>& text) {
    if (!text) return tl::unexpected(text.error());
    return replace_file(path, bytes_of(*text));
}

}  // namespace

ReportSaving::ReportSaving(const Desk& desk, ReportMaker& maker, QObject* parent)
    : QObject(parent), desk_(desk), maker_(maker), job_(this, Urgency::figures, "saving a report") {
    connect(&desk_.session.document, &Document::begun, this, [this] {
        ++number_;
        waiting_ = false;
        say({});
    });
    connect(&job_, &LatestJob::ended, this, &ReportSaving::changed);
    job_.on_fault([this](const QString& sentence) { say(sentence); });
}

void ReportSaving::say(const QString& words) {
    said_ = words;
    emit changed();
}

void ReportSaving::stop() {
    ++number_;
    if (!busy()) return;
    waiting_ = false;
    job_.stop();
    say(tr("Stopped. Nothing was written."));
}

void ReportSaving::begin(const QString& doing, const QString& done,
                         const std::filesystem::path& file, Write write) {
    const std::uint64_t number = ++number_;
    waiting_ = true;
    say(doing);
    maker_.when_whole([this, number, done, file, write = std::move(write)] {
        if (number != number_) return;
        waiting_ = false;
        job_.start([this, done, file, write, pages = maker_.pages()](const std::stop_token& stop,
                                                                     const Deliver& deliver) {
            const Done written = write(*pages, stop);
            if (stop.stop_requested()) return;
            deliver([this, written, done, file] { ended(written, done, file); });
        });
    });
}

void ReportSaving::ended(const Done& done, const QString& words,
                         const std::filesystem::path& file) {
    if (!done) return say(QString::fromStdString(done.error().message()));
    if (!file.empty()) {
        MadeReport made{file.filename().string(), moment_now(), {}};
        const auto& audit = desk_.meters.passes.audit();
        if (audit && !audit->passes.empty()) made.drift = audit->passes.back().value.running.p95;
        desk_.session.document.keep_report(std::move(made));
    }
    say(words);
}

void ReportSaving::ask(
    const QString& title, const QString& kinds, const char* ending,
    std::function<Done(const std::filesystem::path&, const PageLayout&, const std::stop_token&)>
        write) {
    if (!desk_.session.document.has_painting()) return;
    const QString name = tr("%1, report").arg(shown(desk_.session.document.painting().name));
    desk_.ask.to_save(title, kinds, name + QLatin1String(ending),
                      [this, write](const std::filesystem::path& file) {
                          begin(
                              tr("Saving %1…").arg(name_in_words(file)),
                              tr("Saved as %1.").arg(name_in_words(file)), file,
                              [write, file](const PageLayout& pages, const std::stop_token& stop) {
                                  return write(file, pages, stop);
                              });
                      });
}

void ReportSaving::save_pdf() {
    ask(tr("Save the report"), tr("PDF (*.pdf)"), ".pdf",
        [](const auto& file, const PageLayout& pages, const std::stop_token& stop) {
            return write_pdf(file, pages, stop);
        });
}

void ReportSaving::save_html() {
    ask(tr("Save the report"), tr("HTML (*.html)"), ".html",
        [](const auto& file, const PageLayout& pages, const std::stop_token&) {
            return write_text_to(file, write_html(pages.report()));
        });
}

void ReportSaving::fill_figures(QMenu& menu) {
    menu.addAction(tr("Comma-separated values (CSV)…"), this, [this] {
        ask(tr("Save the figures"), tr("Comma-separated values (*.csv)"), ".csv",
            [](const auto& file, const PageLayout& pages, const std::stop_token&) {
                return write_text_to(file, write_report_csv(pages.report()));
            });
    });
    menu.addAction(tr("JSON…"), this, [this] {
        ask(tr("Save the figures"), tr("JSON (*.json)"), ".json",
            [](const auto& file, const PageLayout& pages, const std::stop_token&) {
                return write_text_to(file, write_report_json(pages.report()));
            });
    });
}

void ReportSaving::fill_printers(QMenu& menu) {
    const QStringList names = printers();
    if (names.isEmpty())
        menu.addAction(tr("No printer is set up on this system; a PDF can be printed elsewhere"))
            ->setEnabled(false);
    for (const QString& name : names)
        menu.addAction(QString(name).replace(QLatin1Char('&'), QStringLiteral("&&")), this,
                       [this, name] {
                           begin(tr("Printing on %1…").arg(name), tr("Sent to %1.").arg(name), {},
                                 [name](const PageLayout& pages, const std::stop_token& stop) {
                                     return print_pages(pages, name, stop);
                                 });
                       });
}

}  // namespace underpaint
