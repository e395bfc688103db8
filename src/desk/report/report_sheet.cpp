// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/report/report_sheet.h"

#include <QButtonGroup>
#include <QMenu>
#include <QPlainTextEdit>
#include <QScrollArea>

#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/panes/papers_menu.h"
#include "desk/report/section_list.h"
#include "icc/generic_paper.h"
#include "painting/changes.h"

namespace underpaint {
namespace {

constexpr int kPictureSides[] = {800, 1200, 1600, 2400, 3600};

QString size_in_words(int side) {
    return QObject::tr("%1 px").arg(side);
}

/// Of one that is not read yet.
QString text_of_paper(const std::filesystem::path& file) {
    return file.empty() ? QString::fromUtf8(kGenericPaperName) : shown(file.stem().string());
}

}  // namespace

ReportSheet::ReportSheet(const Desk& desk, ReportEdits& edits, ReportMaker& maker,
                         ReportSaving& saving, QWidget* parent)
    : QWidget(parent), desk_(desk), edits_(edits), maker_(maker), saving_(saving) {
    auto* inner = new QWidget;
    auto* column = new QVBoxLayout(inner);
    column->setContentsMargins(0, scaled(8), 0, scaled(8));
    column->setSpacing(scaled(8));
    const auto indented = [&](QWidget* widget) {
        auto* row = new QHBoxLayout;
        row->setContentsMargins(scaled(12), 0, scaled(12), 0);
        row->addWidget(widget);
        column->addLayout(row);
    };
    auto* title = new QWidget;
    auto* title_row = new QHBoxLayout(title);
    title_row->setContentsMargins(0, 0, 0, 0);
    title_row->addWidget(group_title(tr("What goes in")));
    title_row->addStretch(1);
    pages_ = new QLabel;
    pages_->setObjectName(QStringLiteral("page_count"));
    pages_->setProperty("tone", "secondary");
    title_row->addWidget(pages_);
    indented(title);
    auto* list = new SectionList(edits_, maker_);
    connect(list, &SectionList::wants_page, this, &ReportSheet::wants_page);
    column->addWidget(list);
    column->addWidget(rule_line());
    indented(for_row());
    indented(about_row());
    indented(page_row());
    indented(paper_row());
    words_ = new QPlainTextEdit;
    words_->setObjectName(QStringLiteral("report_words"));
    words_->setAccessibleName(tr("Words at the top"));
    words_->setPlaceholderText(tr("In your words: what this round was about"));
    words_->setTabChangesFocus(true);
    words_->setFixedHeight(scaled(78));
    connect(words_, &QPlainTextEdit::textChanged, this, [this] {
        if (words_->hasFocus()) edits_.set_words(words_->toPlainText());
    });
    auto* words_label = hint_label(tr("Words at the top"));
    words_label->setBuddy(words_);
    indented(words_label);
    indented(words_);
    indented(leaving_row());
    last_ = hint_label();
    last_->setObjectName(QStringLiteral("last_report"));
    indented(last_);
    column->addStretch(1);
    auto* scroll = scrolled(inner);
    inner->setAutoFillBackground(false);  // the sheet shows through

    said_ = hint_label();
    said_->setObjectName(QStringLiteral("report_said"));
    stop_ = action_button("stop_report", tr("Stop"), tr("Nothing is written then"));
    keep_place(*stop_);
    connect(stop_, &QPushButton::clicked, &saving_, &ReportSaving::stop);
    auto* saying = new QHBoxLayout;
    saying->addWidget(said_, 1);
    saying->addWidget(stop_);
    pdf_ = action_button("save_report_pdf", tr("Save as PDF…"),
                         tr("Pages with text, vector charts and fonts in them"));
    pdf_->setProperty("role", "main");
    connect(pdf_, &QPushButton::clicked, &saving_, &ReportSaving::save_pdf);
    auto* foot = new QVBoxLayout;
    foot->setContentsMargins(scaled(12), scaled(6), scaled(12), scaled(10));
    foot->setSpacing(scaled(8));
    foot->addLayout(saying);
    foot->addWidget(pdf_);
    auto* whole = new QVBoxLayout(this);
    whole->setContentsMargins(0, 0, 0, 0);
    whole->setSpacing(0);
    whole->addWidget(scroll, 1);
    whole->addLayout(foot);
    connect(&edits_, &ReportEdits::changed, this, &ReportSheet::refresh);
    connect(&edits_, &ReportEdits::troubled, this, &ReportSheet::say);
    connect(&maker_, &ReportMaker::changed, this, &ReportSheet::refresh);
    connect(&saving_, &ReportSaving::changed, this, [this] { say(saving_.said()); });
    desk_.session.when(this, &ReportSheet::refresh, &Document::changed, &Document::report_kept);
    refresh();
}

QWidget* ReportSheet::for_row() {
    auto* box = new QWidget;
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(scaled(4));
    row->addWidget(group_title(tr("For")));
    row->addSpacing(scaled(16));
    for_ = new QButtonGroup(this);
    for (const ReportPreset& preset : report_presets()) {
        const std::string name = "report_for_" + std::string(preset.id);
        QPushButton* button =
            switch_button(name.c_str(), from_view(preset.label), from_view(preset.about));
        for_->addButton(button);
        connect(button, &QPushButton::clicked, this,
                [this, id = std::string(preset.id)] { edits_.use(id); });
        row->addWidget(button);
    }
    row->addStretch(1);
    return box;
}

/// What the preset is, or what became of it.
QWidget* ReportSheet::about_row() {
    auto* box = new QWidget;
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(scaled(4));
    about_ = hint_label();
    about_->setMinimumHeight(scaled(28));
    row->addWidget(about_, 1);
    keep_ = action_button("keep_preset", tr("Keep so"),
                          tr("These sections, their order and the sheet, from now on"));
    first_ = action_button("first_preset", tr("As at first"),
                           tr("Sections, order and sheet as the program has them"));
    for (QPushButton* button : {keep_, first_}) row->addWidget(button);
    connect(keep_, &QPushButton::clicked, &edits_, &ReportEdits::keep);
    connect(first_, &QPushButton::clicked, &edits_, &ReportEdits::back_to_first);
    return box;
}

QWidget* ReportSheet::page_row() {
    auto* box = new QWidget;
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(scaled(6));
    const auto add = [&](const QString& label, QPushButton* button) {
        auto* words = new QLabel(label);
        words->setProperty("tone", "secondary");
        row->addWidget(words);
        row->addWidget(button);
        row->addSpacing(scaled(10));
    };
    paper_ = choice_button("report_paper", {}, tr("The sheet of paper, and how it lies"));
    set_menu(paper_, [this](QMenu& menu) { fill_paper(menu); });
    add(tr("Paper"), paper_);
    pictures_ = choice_button("report_picture_side", {}, tr("Long side of pictures at the most"));
    set_menu(pictures_, [this](QMenu& menu) { fill_pictures(menu); });
    add(tr("Pictures"), pictures_);
    ground_ = choice_button("report_ground", {}, tr("White for paper, dark for screens"));
    set_menu(ground_, [this](QMenu& menu) { fill_ground(menu); });
    add(tr("Ground"), ground_);
    row->addStretch(1);
    return box;
}

/// What the section "On paper" is measured with.
QWidget* ReportSheet::paper_row() {
    auto* box = new QWidget;
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(scaled(6));
    auto* words = new QLabel(from_view(text_of(ReportSection::paper).label));
    words->setProperty("tone", "secondary");
    row->addWidget(words);
    printer_ = choice_button("report_printer", {},
                             tr("The printer's paper that the section On "
                                "paper tells of, by its ICC profile"));
    set_menu(printer_, [this](QMenu& menu) { fill_papers(menu, desk_.session.paper, desk_.ask); });
    connect(&desk_.session.paper, &PaperChoice::changed, this, &ReportSheet::refresh);
    row->addWidget(printer_);
    helps_ = choice_button("help_before_printing", tr("What would help"),
                           tr("What was tried for this paper and brings the print nearer, laid as "
                              "the last pass"));
    set_menu(helps_, [this](QMenu& menu) { fill_helps(menu); });
    keep_place(*helps_);
    row->addSpacing(scaled(10));
    row->addWidget(helps_);
    row->addStretch(1);
    return box;
}

void ReportSheet::fill_helps(QMenu& menu) {
    const auto paper = maker_.on_paper();
    if (!paper) return;
    const auto add = [&](const std::optional<PrintHelp>& help, const QString& label) {
        if (!help) return;
        menu.addAction(label, this, [this, paper, pass = help->pass] {
            // It was tried on the painting as it was when the menu opened.
            if (maker_.on_paper() != paper)
                return say(tr("The painting was changed meanwhile; ask again."));
            const QString name = shown(pass.name);
            desk_.session.document.change(tr("Lay %1").arg(name),
                                          with_pass(desk_.session.document.painting(), pass));
            say(tr("%1 is laid as the last pass, for this paper alone. Turn it off for the screen.")
                    .arg(name));
        });
    };
    if (paper->curve)
        add(paper->curve, tr("Lay a curve: drift in print %1 → %2 step")
                              .arg(paper->curve->before, 0, 'f', 2)
                              .arg(paper->curve->after, 0, 'f', 2));
    if (paper->quieter)
        add(paper->quieter, tr("Lay %1: beyond the paper %2% → %3%")
                                .arg(shown(paper->quieter->pass.name))
                                .arg(100 * paper->quieter->before, 0, 'f', 0)
                                .arg(100 * paper->quieter->after, 0, 'f', 0));
}

void ReportSheet::fill_paper(QMenu& menu) {
    const PageSetup setup = edits_.settings().setup;
    for (const PaperText& paper : kPapers) {
        PageSetup next = setup;
        next.paper = paper.paper;
        add_choice(menu, from_view(paper.label), next == setup,
                   [this, next] { edits_.set_page(next); });
    }
    menu.addSeparator();
    for (const auto& [label, lying] :
         {std::pair(tr("upright"), false), std::pair(tr("lying"), true)}) {
        PageSetup next = setup;
        next.lying = lying;
        add_choice(menu, label, next == setup, [this, next] { edits_.set_page(next); });
    }
}

void ReportSheet::fill_pictures(QMenu& menu) {
    for (const int side : kPictureSides)
        add_choice(menu, size_in_words(side), side == edits_.settings().picture_side,
                   [this, side] { edits_.set_picture_side(side); });
}

void ReportSheet::fill_ground(QMenu& menu) {
    const PageSetup setup = edits_.settings().setup;
    for (const auto& [label, dark] : {std::pair(tr("white"), false), std::pair(tr("dark"), true)}) {
        PageSetup next = setup;
        next.dark = dark;
        add_choice(menu, label, next == setup, [this, next] { edits_.set_page(next); });
    }
}

QWidget* ReportSheet::leaving_row() {
    html_ = action_button("save_report_html", tr("As one HTML file…"),
                          tr("For a screen: one file that asks for nothing from anywhere"));
    connect(html_, &QPushButton::clicked, &saving_, &ReportSaving::save_html);
    figures_ = choice_button("save_report_figures", tr("Figures"),
                             tr("Every figure, for a table or for other programs"));
    set_menu(figures_, [this](QMenu& menu) { saving_.fill_figures(menu); });
    print_ = choice_button("print_report", tr("Print"), tr("On one of this system's printers"));
    set_menu(print_, [this](QMenu& menu) { saving_.fill_printers(menu); });
    auto* box = new QWidget;
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(scaled(16));
    for (QPushButton* button : {html_, figures_, print_}) row->addWidget(button);
    row->addStretch(1);
    return box;
}

void ReportSheet::say(const QString& words) {
    told_ = words;
    refresh();
}

/// What the last report told of, beside what is so now.
QString ReportSheet::last_one() const {
    const auto& last = desk_.session.document.painting().last_report;
    if (!last) return tr("No report was saved of this painting yet.");
    QString words = tr("Last one: %1, %2.").arg(shown(last->file), moment_in_words(last->when));
    const auto& audit = desk_.meters.passes.audit();
    if (last->drift && audit && !audit->passes.empty())
        words += tr(" Value was %1 then, now %2.")
                     .arg(*last->drift, 0, 'f', 2)
                     .arg(audit->passes.back().value.running.p95, 0, 'f', 2);
    return words;
}

void ReportSheet::refresh() {
    const bool any = desk_.session.document.has_painting();
    const ReportSettings& settings = edits_.settings();
    const auto& pages = maker_.pages();
    pages_->setText(!pages                ? QString()
                    : pages->count() == 1 ? tr("1 page")
                                          : tr("%1 pages").arg(pages->count()));
    for (QAbstractButton* button : for_->buttons())
        button->setChecked(button->objectName() ==
                           QStringLiteral("report_for_") + from_view(edits_.preset().id));
    about_->setText(edits_.differs_from_kept()    ? tr("Changed, and not kept.")
                    : edits_.differs_from_first() ? tr("Kept as you changed it.")
                                                  : from_view(edits_.preset().about));
    keep_->setVisible(edits_.differs_from_kept());
    first_->setVisible(edits_.differs_from_first());
    const PageSetup& setup = settings.setup;
    const QString paper = from_view(text_of(setup.paper).label);
    show_choice(paper_, setup.lying ? tr("%1, lying").arg(paper) : paper);
    show_choice(pictures_, size_in_words(settings.picture_side));
    const auto& proof = desk_.session.paper.proof();
    show_choice(printer_, proof ? QString::fromStdString(proof->name())
                                : text_of_paper(desk_.session.paper.file()));
    show_choice(ground_, setup.dark ? tr("dark") : tr("white"));
    const auto on_paper = maker_.on_paper();
    helps_->setVisible(on_paper && (on_paper->curve || on_paper->quieter));
    for (QWidget* each : std::initializer_list<QWidget*>{html_, figures_, print_, words_})
        each->setEnabled(any);
    stop_->setVisible(saving_.busy());
    pdf_->setEnabled(any && !saving_.busy());
    said_->setText(told_);
    if (!any) return last_->clear();
    last_->setText(last_one());
    const QString words = QString::fromStdString(desk_.session.document.painting().report_words);
    if (words_->toPlainText() != words) {
        const QSignalBlocker quiet(words_);
        words_->setPlainText(words);
    }
}

}  // namespace underpaint
