// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/panes/lens_row.h"

#include <QHBoxLayout>
#include <QMenu>
#include <QPushButton>
#include <QWidgetAction>

#include "desk/kit/bar_slider.h"
#include "desk/kit/folding_row.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/panes/papers_menu.h"

namespace underpaint {
namespace {

constexpr Parameter kSeverity{"severity", "Severity", "How far such eyes lack their cones",
                              0,          1,          kFullSeverity};

}  // namespace

LensRow::LensRow(Session& session, Canvas& canvas, AskForFile ask, QWidget* parent)
    : QWidget(parent), session_(session), canvas_(canvas), ask_(std::move(ask)) {
    setObjectName(QStringLiteral("lens_row"));
    setAttribute(Qt::WA_StyledBackground);
    setFixedHeight(scaled(34));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(scaled(6), 0, scaled(8), 0);
    row->setSpacing(scaled(4));
    fold_ = new FoldingRow("more_lenses", tr("The lenses that have no room here"));
    for (const LensRecord* record : kLenses) {
        auto* button = lens_button(tr(record->label), tr(record->about));
        button->setObjectName(QStringLiteral("lens_") + QString::fromLatin1(record->id));
        button->setCheckable(true);
        connect(button, &QPushButton::clicked, this, [this, lens = record->lens] {
            canvas_.set_lens(lens);
            refresh();
        });
        lenses_.push_back(button);
        fold_->add(button);
    }
    row->addWidget(fold_, 1);
    left_ = side_button("twin_left", true);
    right_ = side_button("twin_right", false);
    blur_ = blur_button();
    severity_ = severity_button();
    paper_ = paper_button();
    across_ = lens_button(tr("From afar"),
                          tr("The picture as small as it is from across a room, without blur"));
    across_->setObjectName(QStringLiteral("across_room"));
    across_->setCheckable(true);
    connect(across_, &QPushButton::toggled, &canvas_, &Canvas::set_across_room);
    connect(across_, &QPushButton::toggled, blur_, &QWidget::setDisabled);
    mirror_ = lens_button(tr("Mirror"), tr("See the picture the other way round (F)"));
    upend_ = lens_button(tr("Upend"), tr("See the picture upside down (U)"));
    connect(mirror_, &QPushButton::clicked, &canvas_, &Canvas::mirror);
    connect(upend_, &QPushButton::clicked, &canvas_, &Canvas::upend);
    ghost_ = lens_button(tr("Ghost"), tr("Lays the chosen thumbnail thinly over the painting"));
    ghost_->setObjectName(QStringLiteral("ghost"));
    ghost_->setCheckable(true);
    connect(ghost_, &QPushButton::clicked, this,
            [this](bool on) { canvas_.set_ghost(on ? canvas_.chosen_thumbnail() : QImage()); });
    charts_ = lens_button(tr("Charts"), tr("The figures drawn, in place of the picture"));
    charts_->setObjectName(QStringLiteral("to_charts"));
    charts_->hide();
    connect(charts_, &QPushButton::clicked, this, &LensRow::wants_charts);
    for (QPushButton* button :
         {ghost_, left_, right_, blur_, severity_, paper_, across_, mirror_, upend_, charts_})
        row->addWidget(button);
    connect(&canvas_, &Canvas::ghost_changed, this, &LensRow::refresh);
    connect(&session_.document, &Document::changed, this, &LensRow::refresh_ghost);
    connect(&canvas_, &Canvas::lens_changed, this, &LensRow::refresh);
    connect(&session_.document, &Document::begun, this, &LensRow::refresh);
    refresh();
}

QPushButton* LensRow::lens_button(const QString& label, const QString& about) {
    auto* button = new QPushButton(label);
    button->setProperty("role", "lens");
    button->setToolTip(about);
    button->setFocusPolicy(Qt::TabFocus);
    return button;
}

QPushButton* LensRow::side_button(const char* name, bool left) {
    auto* button = lens_button({}, tr("What the twin shows on this side of the seam"));
    button->setObjectName(QString::fromLatin1(name));
    auto* menu = new QMenu(this);
    connect(menu, &QMenu::aboutToShow, this, [this, menu, left] { fill_side(*menu, left); });
    button->setMenu(menu);
    return button;
}

/// The lenses, and the states that one may look at through them.
void LensRow::fill_side(QMenu& menu, bool left) {
    menu.clear();
    const TwinSide now = left ? canvas_.twin_left() : canvas_.twin_right();
    const auto add = [&](const QString& label, const TwinSide& side) {
        add_choice(menu, label, side == now, [this, left, side] { set_side(left, side); });
    };
    for (const LensRecord* record : kLenses)
        if (record->lens != Lens::twin && record->on_colour)
            add(tr(record->label), {record->lens, now.moment});
    menu.addSeparator();
    add(tr("As the ledger is wound"), {now.lens, std::nullopt});
    if (!session_.document.has_painting()) return;
    const auto& passes = session_.document.painting().passes;
    for (std::size_t i = 0; i < passes.size(); ++i)
        add(tr("After %1  %2").arg(i + 1).arg(shown(passes[i].name)), {now.lens, i + 1});
}

void LensRow::set_side(bool left, const TwinSide& side) {
    left ? canvas_.set_twin(side, canvas_.twin_right())
         : canvas_.set_twin(canvas_.twin_left(), side);
    refresh();
}

QPushButton* LensRow::blur_button() {
    auto* button =
        lens_button({}, tr("How strongly to squint: the blur as a share of the picture's "
                           "long side"));
    button->setObjectName(QStringLiteral("squint_blur"));
    auto* menu = new QMenu(this);
    const auto label = [](double share) { return tr("%1%").arg(100 * share, 0, 'f', 1); };
    for (const double share : {kLeastSquint, 0.004, kUsualSquint, 0.015, kMostSquint})
        connect(menu->addAction(label(share)), &QAction::triggered, this, [this, share] {
            canvas_.set_squint(share);
            refresh();
        });
    button->setMenu(menu);
    return button;
}

QPushButton* LensRow::severity_button() {
    auto* button = lens_button({}, tr("How far such eyes lack their cones"));
    button->setObjectName(QStringLiteral("severity"));
    auto* menu = new QMenu(this);
    auto* slider = new BarSlider(kSeverity);
    slider->setObjectName(QStringLiteral("severity_slider"));
    slider->setContentsMargins(scaled(10), 0, scaled(10), 0);
    slider->setMinimumWidth(scaled(180));
    connect(slider, &BarSlider::moved, this, [this](float severity) {
        canvas_.set_severity(severity);
        refresh();
    });
    auto* action = new QWidgetAction(menu);
    action->setDefaultWidget(slider);
    menu->addAction(action);
    connect(menu, &QMenu::aboutToShow, slider, [this, slider] {
        slider->set_value(canvas_.severity());
        slider->setFocus();
    });
    button->setMenu(menu);
    return button;
}

QPushButton* LensRow::paper_button() {
    auto* button = lens_button({}, tr("The paper that one prints on, and how colours are brought "
                                      "into what it has"));
    button->setObjectName(QStringLiteral("paper"));
    set_menu(button, [this](QMenu& menu) { fill_papers(menu, session_.paper, ask_); });
    connect(&session_.paper, &PaperChoice::changed, this, &LensRow::refresh);
    connect(&canvas_, &Canvas::lens_changed, this, [this] {
        if (record_of(canvas_.lens()).heeds_paper) session_.paper.want();
    });
    return button;
}

void LensRow::set_charts(bool any) {
    charts_->setVisible(any);
}

void LensRow::set_comparing(bool on) {
    comparing_ = on;
    refresh();
}

void LensRow::set_stage(Stage stage) {
    stage_ = stage;
    refresh();
}

void LensRow::refresh() {
    const bool values = stage_ == Stage::values;
    std::vector<std::pair<QPushButton*, bool>> seen;
    for (std::size_t i = 0; i < kLenses.size(); ++i) {
        const LensRecord& record = *kLenses[i];
        const Lens lens = record.lens;
        lenses_[i]->setChecked(lens == canvas_.lens());
        if (comparing_)
            lenses_[i]->setChecked(lens == Lens::drift ? canvas_.lens() == lens
                                                       : canvas_.lens() != Lens::drift);
        if (record.label_on_values != nullptr)
            lenses_[i]->setText(tr(values ? record.label_on_values : record.label));
        fold_->set_wanted(lenses_[i], has(lens));
    }
    const bool twin = !values && canvas_.lens() == Lens::twin;
    const bool squints = canvas_.lens() == Lens::squint;
    const auto label = [](const TwinSide& side) {
        const QString lens = tr(record_of(side.lens).label);
        return side.moment ? tr("%1 after %2").arg(lens).arg(*side.moment) : lens;
    };
    left_->setText(tr("left: %1 ▾").arg(label(canvas_.twin_left())));
    right_->setText(tr("right: %1 ▾").arg(label(canvas_.twin_right())));
    blur_->setText(tr("%1% ▾").arg(100 * canvas_.squint(), 0, 'f', 1));
    severity_->setText(tr("severity %1% ▾").arg(100 * canvas_.severity(), 0, 'f', 0));
    const bool eyes = !values && record_of(canvas_.lens()).has_severity;
    seen.emplace_back(severity_, eyes);
    const bool papers = record_of(canvas_.lens()).heeds_paper;
    if (session_.paper.proof())
        show_choice(paper_, QString::fromStdString(session_.paper.proof()->name()));
    else
        show_choice(paper_, tr("reading the profile…"));
    seen.emplace_back(paper_, papers);
    for (QPushButton* button : {left_, right_}) seen.emplace_back(button, twin);
    for (QPushButton* button : {blur_, across_}) seen.emplace_back(button, squints);
    ghost_->setChecked(canvas_.has_ghost());
    seen.emplace_back(ghost_, ghost_wanted());
    for (QPushButton* button : {mirror_, upend_})
        seen.emplace_back(button, !twin && !squints && !eyes && !papers);
    // Buttons are hidden before others are shown: the row must never be wider than the window.
    for (const auto& [button, visible] : seen)
        if (!visible) button->hide();
    for (const auto& [button, visible] : seen)
        if (visible) button->show();
    fold_->fold();
}

/// There is a thumbnail to lay over, or one that lies over already.
bool LensRow::ghost_wanted() const {
    const bool chosen =
        session_.document.has_painting() && session_.document.painting().brief.chosen.has_value();
    return stage_ == Stage::values && !comparing_ && (chosen || canvas_.has_ghost());
}

void LensRow::refresh_ghost() {
    if (ghost_->isHidden() == ghost_wanted()) refresh();
}

bool LensRow::has(Lens lens) const {
    if (comparing_) return lens == Lens::twin || lens == Lens::drift;
    return has_lens(stage_, lens);
}

}  // namespace underpaint
