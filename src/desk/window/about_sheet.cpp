// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/about_sheet.h"

#include <QClipboard>
#include <QDesktopServices>
#include <QGridLayout>
#include <QSettings>
#include <QUrl>

#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/window/application.h"
#include "desk/window/crash_report.h"
#include "desk/window/file_names.h"
#include "files/disk.h"
#include "files/earlier_versions.h"
#include "files/log.h"
#include "files/user_folders.h"
#include "files/zip_container.h"

namespace underpaint {
namespace {

constexpr int kLastLines = 40, kShownLines = 10;

/// Where what is kept lies, by what it is.
QList<std::pair<QString, QString>> places() {
    const auto tr = [](const char* text) { return QObject::tr(text); };
    QList<std::pair<QString, QString>> places{
        {tr("Settings"), QSettings().fileName()},
        {tr("House rules, routes"), text_of(settings_folder())},
        {tr("Records of time"), text_of(records_folder())},
        {tr("Unsaved work"), text_of(state_folder() / "unsaved")},
        {tr("Earlier versions"), text_of(earlier_store())},
        {tr("Log"), text_of(log_file())}};
    const auto reports = crash_reports(state_folder());
    if (!reports.empty()) places.append({tr("The last fault"), text_of(reports.front())});
    return places;
}

QStringList last_of_log(int most) {
    const auto bytes = read_file(log_file());
    if (!bytes) return {};
    const QStringList lines = QString::fromStdString(std::string(text_of(*bytes)))
                                  .split(QLatin1Char('\n'), Qt::SkipEmptyParts);
    return lines.mid(std::max<qsizetype>(0, lines.size() - most));
}

void add_rows(QGridLayout& grid, const QString& title,
              const QList<std::pair<QString, QString>>& rows) {
    int row = grid.rowCount();
    grid.setRowMinimumHeight(row++, scaled(14));
    grid.addWidget(group_title(title), row++, 0, 1, 2);
    for (const auto& [name, value] : rows) {
        auto* said = new QLabel(value);
        said->setFont(code_font());
        said->setTextFormat(Qt::PlainText);
        said->setTextInteractionFlags(Qt::TextSelectableByMouse);
        said->setProperty("tone", "strong");
        grid.addWidget(new QLabel(name), row, 0);
        grid.addWidget(said, row++, 1);
    }
}

}  // namespace

AboutSheet::AboutSheet(QWidget& over) : OverSheet(over), rows_(new QGridLayout), log_(new QLabel) {
    setObjectName(QStringLiteral("about_sheet"));
    setAccessibleName(tr("About"));
    auto* copy = action_button("copy_about", tr("Copy all of this"),
                               tr("As text, with the end of the log: to be sent with a report"));
    connect(copy, &QPushButton::clicked, this,
            [] { QGuiApplication::clipboard()->setText(text()); });
    auto* open = action_button("open_state_folder", tr("Open the folder"),
                               tr("Where the log, reports and unsaved work are"));
    connect(open, &QPushButton::clicked, this,
            [] { QDesktopServices::openUrl(QUrl::fromLocalFile(text_of(state_folder()))); });
    auto* buttons = button_row({copy, open});
    buttons->addStretch(1);

    rows_->setHorizontalSpacing(scaled(14));
    rows_->setVerticalSpacing(scaled(4));
    rows_->setColumnMinimumWidth(0, scaled(132));
    rows_->setColumnStretch(1, 1);
    auto* whole = new QVBoxLayout(this);
    whole->setContentsMargins(scaled(60), scaled(24), scaled(40), scaled(18));
    whole->addWidget(group_title(tr("Faithful Underpaint")));
    whole->addWidget(
        hint_label(tr("Seals a painting's grey structure, and says which colour pass "
                      "moved it.")));
    whole->addLayout(rows_);
    whole->addSpacing(scaled(18));
    whole->addWidget(group_title(tr("Last in the log")));
    log_->setFont(code_font());
    log_->setTextFormat(Qt::PlainText);
    log_->setWordWrap(true);
    log_->setTextInteractionFlags(Qt::TextSelectableByMouse);
    whole->addWidget(log_);
    whole->addSpacing(scaled(18));
    whole->addLayout(buttons);
    whole->addStretch(1);
    whole->addWidget(hint_label(
        tr("Free software under the GNU General Public License, version 3 or later, without any "
           "warranty. The type is B612 and B612 Mono, under the SIL Open Font License 1.1.")));
    whole->addWidget(hint_label(tr("Any key or a click puts this away.")));
}

void AboutSheet::showEvent(QShowEvent* event) {
    while (QLayoutItem* item = rows_->takeAt(0)) {
        delete item->widget();
        delete item;
    }
    add_rows(*rows_, tr("What runs here"), versions());
    add_rows(*rows_, tr("On this disk"), places());
    const QStringList last = last_of_log(kShownLines);
    log_->setText(last.isEmpty() ? tr("Nothing yet.") : last.join(QLatin1Char('\n')));
    OverSheet::showEvent(event);
}

QString AboutSheet::text() {
    QStringList lines;
    for (const auto& rows : {versions(), places()})
        for (const auto& [name, value] : rows) lines << name + QStringLiteral(": ") + value;
    return lines.join(QLatin1Char('\n')) + QStringLiteral("\n\n") +
           last_of_log(kLastLines).join(QLatin1Char('\n')) + QLatin1Char('\n');
}

}  // namespace underpaint
