// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/passes_sheet.h"

#include <QClipboard>
#include <QDragEnterEvent>
#include <QGuiApplication>
#include <QLabel>
#include <QMimeData>
#include <QPushButton>
#include <QScrollArea>
#include <QStackedWidget>
#include <QVBoxLayout>
#include <algorithm>

#include "audit/no_effect.h"
#include "desk/kit/focus.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/passes/group_sheet.h"
#include "desk/passes/lay_menu.h"
#include "desk/passes/ledger.h"
#include "desk/passes/more_figures.h"
#include "desk/passes/pass_sheet.h"
#include "desk/passes/safe_page.h"
#include "desk/passes/shading_row.h"
#include "desk/work/clipboard.h"

namespace underpaint {

PassesSheet::PassesSheet(const Desk& desk, QWidget* parent)
    : QWidget(parent),
      session_(desk.session),
      canvas_(desk.canvas),
      ask_(desk.ask),
      pass_sheet_(new PassSheet(desk, ask_)),
      group_sheet_(new GroupSheet(desk.session)),
      chosen_(new QStackedWidget),
      measuring_(desk.meters.passes),
      also_(new MoreFigures(desk.session, desk.meters.passes)),
      safe_(new SafePage(desk.session, desk.meters.passes)),
      comparing_(this, Urgency::beside, "a comparison") {
    setAcceptDrops(true);
    lay_menu_ = new LayMenu(session_, ask_, this);
    auto* lay = lay_ = new QPushButton(tr("Lay a pass ▾"));
    lay->setObjectName(QStringLiteral("lay_pass"));
    lay->setProperty("role", "main");
    lay->setToolTip(tr("Lay one more pass over the chosen one. A picture can be dropped here too"));
    lay->setMenu(lay_menu_);
    const auto enable = [this, lay] {
        lay->setEnabled(session_.document.has_painting() && session_.document.painting().sealed());
        say({});
    };
    connect(&session_.document, &Document::changed, lay, enable);
    trouble_ = hint_label();
    trouble_->setObjectName(QStringLiteral("lay_trouble"));
    enable();
    connect(lay_menu_, &LayMenu::trouble, this, &PassesSheet::say);
    connect(lay_menu_, &LayMenu::laid, this, [this] {
        show_page(Page::pass);
        pass_sheet_->begin_by_hand();
    });
    connect(lay_menu_, &LayMenu::brought_back, this, &PassesSheet::show_brought_back);

    auto* ledger = new Ledger(session_, desk.meters);
    connect(ledger, &Ledger::wants_focus, this, &PassesSheet::wants_focus);
    connect(ledger, &Ledger::wants_paste, this, [this] { lay_menu_->paste(on_clipboard()); });
    chosen_->addWidget(pass_sheet_);
    chosen_->addWidget(group_sheet_);
    chosen_->addWidget(also_);
    chosen_->addWidget(safe_);
    const auto page_button = [](const char* name, const QString& label, const QString& about) {
        auto* button = new QPushButton(label);
        button->setObjectName(QLatin1String(name));
        button->setProperty("role", "lens");
        button->setCheckable(true);
        button->setToolTip(about);
        button->setFocusPolicy(Qt::TabFocus);
        return button;
    };
    to_pass_ = page_button("page_pass", tr("The pass"), tr("What the chosen pass is and does"));
    to_also_ = page_button("page_also", tr("What else"),
                           tr("What the passes did beside the three columns"));
    connect(to_pass_, &QPushButton::clicked, this, [this] { show_page(Page::pass); });
    connect(to_also_, &QPushButton::clicked, this, [this] { show_page(Page::also); });
    mend_ = action_button("mend_safe", tr("Mend what is safe…"),
                          tr("Mends that make nothing else worse, as one change"));
    connect(mend_, &QPushButton::clicked, this, [this] {
        show_page(Page::safe);
        safe_->begin();
    });
    connect(safe_, &SafePage::done, this, [this] {
        // Focus moves first: the button that has it is about to disappear.
        to_pass_->setFocus(Qt::OtherFocusReason);
        show_page(Page::pass);
    });
    connect(&measuring_, &Measuring::findings_changed, this, &PassesSheet::offer_safe);
    connect(&measuring_, &Measuring::outdated, this, &PassesSheet::offer_safe);
    auto* pages = new QHBoxLayout;
    pages->setContentsMargins(scaled(4), scaled(4), scaled(8), scaled(2));
    pages->setSpacing(scaled(4));
    pages->addWidget(to_pass_);
    pages->addWidget(to_also_);
    pages->addStretch(1);
    pages->addWidget(mend_);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    // Fixed shares, so that nothing moves from pass to pass.
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOn);
    scroll->setWidget(chosen_);
    chosen_->setAutoFillBackground(false);
    for (QWidget* share : {static_cast<QWidget*>(ledger), static_cast<QWidget*>(scroll)})
        share->setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Ignored);
    column->addWidget(ledger, 5);
    column->addLayout(pages);
    column->addWidget(scroll, 7);
    auto* foot = new QVBoxLayout;
    foot->setContentsMargins(scaled(12), 0, scaled(12), scaled(10));
    foot->setSpacing(scaled(6));
    foot->addWidget(trouble_);
    foot->addWidget(lay);
    column->addLayout(foot);
    session_.when(this, &PassesSheet::show_chosen, &Document::changed, &Outlook::moment_changed);
    connect(&session_.document, &Document::begun, this, [this] { show_page(Page::pass); });
    show_chosen();
    offer_safe();
}

void PassesSheet::show_page(Page page) {
    page_ = page;
    show_chosen();
}

/// How many can be taken one after the other is known only once they are tried, so none is said.
void PassesSheet::offer_safe() {
    set_enabled(*mend_, measuring_.current() && std::ranges::any_of(measuring_.findings(), counts),
                *to_also_);
}

void PassesSheet::show_chosen() {
    to_pass_->setChecked(page_ == Page::pass);
    to_also_->setChecked(page_ == Page::also);
    if (page_ != Page::pass)
        return chosen_->setCurrentWidget(page_ == Page::also ? static_cast<QWidget*>(also_)
                                                             : safe_);
    QWidget* wanted = session_.outlook.chosen_group() ? static_cast<QWidget*>(group_sheet_)
                                                      : static_cast<QWidget*>(pass_sheet_);
    chosen_->setCurrentWidget(wanted);
}

void PassesSheet::open_lay_menu() {
    if (!lay_->isEnabled()) return;
    lay_->setFocus();
    const QPoint top = lay_->mapToGlobal(QPoint());
    lay_menu_->popup(top - QPoint(0, lay_menu_->sizeHint().height()));
}

void PassesSheet::say(const QString& trouble) {
    trouble_->setText(trouble);
    trouble_->setVisible(!trouble.isEmpty());
}

/// What was painted over beside what it was, and how much of it is another colour now.
void PassesSheet::show_brought_back() {
    const std::size_t place = *session_.outlook.chosen_pass();
    canvas_.set_twin({Lens::colour, place}, {Lens::colour, std::nullopt});
    canvas_.set_lens(Lens::twin);
    comparing_.start([this, place, painting = session_.document.painting()](
                         const std::stop_token& stop, const auto& deliver) {
        const double changed = changed_by(painting, place, stop);
        deliver([this, changed] {
            say(tr("%1% of the picture was painted over to be seen. Left of the seam it is as it "
                   "was.")
                    .arg(100 * changed, 0, 'f', changed < 0.1 ? 1 : 0));
        });
    });
}

bool PassesSheet::finished() const {
    return safe_->finished() && pass_sheet_->finished() && lay_menu_->finished() &&
           !comparing_.running() &&
           std::ranges::all_of(findChildren<ShadingRow*>(),
                               [](const ShadingRow* row) { return row->finished(); });
}

void PassesSheet::dragEnterEvent(QDragEnterEvent* event) {
    const QMimeData& dropped = *event->mimeData();
    const bool sealed = session_.document.has_painting() && session_.document.painting().sealed();
    if (sealed && (dropped.hasImage() ||
                   (dropped.urls().size() == 1 && dropped.urls().first().isLocalFile())))
        event->acceptProposedAction();
}

void PassesSheet::dropEvent(QDropEvent* event) {
    lay_menu_->paste(*event->mimeData());
    event->acceptProposedAction();
}

}  // namespace underpaint
