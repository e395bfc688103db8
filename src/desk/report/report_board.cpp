// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/report/report_board.h"

#include <QButtonGroup>
#include <QStackedWidget>

#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/panes/save_drawing.h"

namespace underpaint {

ReportBoard::ReportBoard(const Desk& desk, ReportMaker& maker, ReportSaving& saving,
                         QWidget* parent)
    : QWidget(parent), desk_(desk), maker_(maker), saving_(saving) {
    setObjectName(QStringLiteral("report_board"));
    pages_ = new PagesView(desk.session);
    contact_ = new ContactView(maker_);
    figures_ = new FiguresView;
    shown_ = new QStackedWidget;
    for (QWidget* each : std::initializer_list<QWidget*>{pages_, contact_, figures_})
        shown_->addWidget(each);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(head());
    column->addWidget(shown_, 1);
    connect(&maker_, &ReportMaker::changed, this, &ReportBoard::refresh);
    connect(pages_, &PagesView::turned, this, &ReportBoard::refresh);
    show_board(Shown::pages);
}

QWidget* ReportBoard::head() {
    auto* bar = new QWidget;
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(scaled(6), scaled(4), scaled(8), scaled(4));
    row->setSpacing(scaled(4));
    choices_ = new QButtonGroup(this);
    int id = 0;
    for (QPushButton* button :
         {switch_button("report_pages", tr("Pages"), tr("The pages as they will be")),
          switch_button("report_contact", tr("Contact sheet"),
                        tr("All stages, or all versions, on one sheet")),
          switch_button("report_figures", tr("Figures"), tr("Every figure, as files have it"))}) {
        choices_->addButton(button, id++);
        row->addWidget(button);
    }
    connect(choices_, &QButtonGroup::idClicked, this,
            [this](int shown) { show_board(static_cast<Shown>(shown)); });
    row->addStretch(1);
    beside_ = new QStackedWidget;
    beside_->setSizePolicy(QSizePolicy::Fixed, QSizePolicy::Fixed);
    beside_->addWidget(turning());
    beside_->addWidget(contact_choices());
    save_figures_ = choice_button("save_figures_here", tr("Save them"),
                                  tr("Every figure, for a table or for other programs"));
    set_menu(save_figures_, [this](QMenu& menu) { saving_.fill_figures(menu); });
    beside_->addWidget(save_figures_);
    row->addWidget(beside_);
    return bar;
}

QWidget* ReportBoard::turning() {
    auto* box = new QWidget;
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(scaled(4));
    row->addStretch(1);
    place_ = new QLabel;
    place_->setObjectName(QStringLiteral("page_place"));
    place_->setFont(figure_font());
    row->addWidget(place_);
    back_ = action_button("page_back", QStringLiteral("‹"), tr("The page before (Page Up)"));
    on_ = action_button("page_on", QStringLiteral("›"), tr("The next page (Page Down)"));
    for (QPushButton* button : {back_, on_}) button->setProperty("role", "lens");
    back_->setAccessibleName(tr("The page before"));
    on_->setAccessibleName(tr("The next page"));
    connect(back_, &QPushButton::clicked, this, [this] { pages_->turn_to(pages_->page() - 1); });
    connect(on_, &QPushButton::clicked, this, [this] { pages_->turn_to(pages_->page() + 1); });
    row->addWidget(back_);
    row->addWidget(on_);
    return box;
}

QWidget* ReportBoard::contact_choices() {
    auto* box = new QWidget;
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(scaled(4));
    row->addStretch(1);
    sheets_ = new QButtonGroup(this);
    for (const auto& [name, label, about, section] :
         {std::tuple("contact_stages", tr("Stages"), tr("The picture after each pass"),
                     ReportSection::stages),
          {"contact_versions", tr("Versions"), tr("All versions"), ReportSection::versions}}) {
        QPushButton* button = switch_button(name, label, about);
        button->setChecked(section == ReportSection::stages);
        sheets_->addButton(button, static_cast<int>(section));
        row->addWidget(button);
    }
    connect(sheets_, &QButtonGroup::idClicked, this, [this](int section) {
        contact_->set_section(static_cast<ReportSection>(section));
        maker_.also_make(contact_->section());
    });
    row->addSpacing(scaled(8));
    save_contact_ = choice_button("save_contact", tr("Save it"), tr("The sheet as a file"));
    set_menu(save_contact_, [this](QMenu& menu) {
        offer_saving(menu, desk_.ask, tr("Save the contact sheet"), contact_->title(),
                     [this](const std::filesystem::path& path) {
                         const Done saved = contact_->save(path);
                         emit said(saved ? tr("Saved as %1.").arg(shown(path.filename().string()))
                                         : QString::fromStdString(saved.error().message()));
                     });
    });
    row->addWidget(save_contact_);
    return box;
}

void ReportBoard::show_board(Shown shown) {
    const int at = static_cast<int>(shown);
    choices_->button(at)->setChecked(true);
    shown_->setCurrentIndex(at);
    beside_->setCurrentIndex(at);
    maker_.also_make(shown == Shown::contact ? std::optional(contact_->section()) : std::nullopt);
    refresh();
}

void ReportBoard::refresh() {
    const auto& pages = maker_.pages();
    pages_->show_pages(pages);
    if (shown_->currentWidget() == figures_) figures_->show_figures_of(pages);
    place_->setText(pages ? tr("%1 of %2").arg(pages_->page() + 1).arg(pages->count()) : QString());
    back_->setEnabled(pages && pages_->page() > 0);
    on_->setEnabled(pages && pages_->page() + 1 < pages->count());
    save_contact_->setEnabled(contact_->count() > 0);
    save_figures_->setEnabled(pages != nullptr);
}

}  // namespace underpaint
