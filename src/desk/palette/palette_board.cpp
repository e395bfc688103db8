// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/palette/palette_board.h"

#include <QButtonGroup>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QScrollArea>
#include <QStackedWidget>
#include <QVBoxLayout>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/palette/plan_page.h"
#include "desk/work/paths.h"
#include "painting/changes.h"

namespace underpaint {
namespace {

constexpr std::array kPercents{100, 80, 60, 40, 25, 15, 10};
constexpr std::array kHolds{0, 25, 50, 75, 90, 100};

struct TabText {
    const char *name, *label, *narrow, *about;
};
constexpr std::array kTabs{
    TabText{"palette_disc", QT_TR_NOOP("Hue and intensity"), QT_TR_NOOP("Disc"),
            QT_TR_NOOP("The colours on a disc of hue and intensity")},
    TabText{"palette_picture", QT_TR_NOOP("On the picture"), QT_TR_NOOP("Picture"),
            QT_TR_NOOP("Which pixels are nearest to the chosen colour; a click takes a colour")},
    TabText{"palette_mixes", QT_TR_NOOP("Mixes"), QT_TR_NOOP("Mixes"),
            QT_TR_NOOP("Every pair of colours, mixed")},
    TabText{"palette_tubes", QT_TR_NOOP("Tubes"), QT_TR_NOOP("Tubes"),
            QT_TR_NOOP("The paints that you mix from, recipes, and what lies beyond them")},
    TabText{"palette_plan", QT_TR_NOOP("As planned"), QT_TR_NOOP("Planned"),
            QT_TR_NOOP("The picture as it would be, and what would be measured of it")}};

QLabel* small_label(const QString& text) {
    auto* label = new QLabel(text);
    label->setFont(secondary_font());
    label->setProperty("role", "secondary");
    return label;
}

}  // namespace

PaletteBoard::PaletteBoard(const Desk& desk, PaletteEdits& edits, PaletteMeter& meter,
                           QWidget* parent)
    : QWidget(parent), desk_(desk), edits_(edits), meter_(meter) {
    setObjectName(QStringLiteral("palette_board"));
    disc_ = new HueDisc(desk.session, edits_, meter_);
    nearest_ = new NearestView(edits_, meter_);
    mixes_ = new MixesView(edits_);
    tubes_ = new TubesPage(desk, edits_, meter_);
    connect(tubes_, &TubesPage::said, this, &PaletteBoard::said);
    pages_ = new QStackedWidget;
    const std::initializer_list<QWidget*> pages{
        disc_, nearest_, mixes_, tubes_, new PlanPage(desk.session, meter_, desk.meters.passes)};
    for (QWidget* page : pages) pages_->addWidget(page);
    legend_ = hint_label();
    auto* upper = new QVBoxLayout;
    upper->setContentsMargins(scaled(14), 0, scaled(14), scaled(8));
    upper->setSpacing(scaled(6));
    upper->addWidget(pages_, 1);
    upper->addWidget(ghost_row());
    upper->addWidget(legend_);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(head());
    column->addLayout(upper, 3);
    column->addWidget(rule_line());
    column->addWidget(table(), 2);
    connect(nearest_, &NearestView::picked, this, &PaletteBoard::picked);
    connect(&edits_, &PaletteEdits::changed, this, &PaletteBoard::refresh);
    connect(&edits_, &PaletteEdits::ghosts_changed, this, &PaletteBoard::refresh_ghosts);
    connect(&edits_, &PaletteEdits::wheel_changed, this, &PaletteBoard::refresh);
    connect(&meter_, &PaletteMeter::backdrop_changed, this, &PaletteBoard::refresh);
    connect(&desk_.session.document, &Document::begun, this, [this] {
        ForecastSetting setting = meter_.setting();
        setting.part.reset();
        meter_.set_setting(setting);
    });
    show_page(kDisc);
    refresh_ghosts();
    refresh();
}

QWidget* PaletteBoard::head() {
    auto* bar = new QWidget;
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(scaled(8), scaled(4), scaled(8), scaled(4));
    row->setSpacing(scaled(4));
    tabs_ = new QButtonGroup(this);
    int page = 0;
    for (const TabText& tab : kTabs) {
        QPushButton* button = switch_button(tab.name, tr(tab.label), tr(tab.about));
        tabs_->addButton(button, page++);
        row->addWidget(button);
    }
    connect(tabs_, &QButtonGroup::idClicked, this,
            [this](int id) { show_page(static_cast<Page>(id)); });
    row->addStretch(1);

    mix_as_ = choice_button("mix_as", {}, tr("How colours are mixed"));
    auto* ways = new QMenu(mix_as_);
    for (const MixText& text : kMixTexts) {
        QAction* action = ways->addAction(from_view(text.label), this, [this, as = text.as] {
            mixes_->set_as(as);
            refresh();
        });
        action->setToolTip(from_view(text.about));
    }
    ways->setToolTipsVisible(true);
    mix_as_->setMenu(ways);
    wheel_ = choice_button("wheel", {}, tr("What opposite means: three wheels differ"));
    auto* wheels = new QMenu(wheel_);
    wheels->setToolTipsVisible(true);
    for (const WheelText& text : kWheels) {
        QAction* action = wheels->addAction(
            from_view(text.label), this, [this, wheel = text.wheel] { edits_.set_wheel(wheel); });
        action->setToolTip(from_view(text.about));
    }
    wheel_->setMenu(wheels);
    limit_ = choice_button("limit_step", {}, tr("The step at which the limit of sRGB is drawn"));
    auto* steps = new QMenu(limit_);
    steps->addAction(tr("its own"), this, [this] {
        limit_step_.reset();
        disc_->set_limit_step(std::nullopt);
        label_head();
    });
    for (int step = 2; step <= 8; ++step)
        steps->addAction(QString::number(step), this, [this, step] {
            limit_step_ = step;
            disc_->set_limit_step(step);
            label_head();
        });
    limit_->setMenu(steps);
    for (QPushButton* button : {mix_as_, wheel_, limit_}) row->addWidget(button);
    return bar;
}

/// What was computed and not added yet, and the way to add it.
QWidget* PaletteBoard::ghost_row() {
    ghosts_ = new QWidget;
    auto* row = new QHBoxLayout(ghosts_);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(scaled(8));
    ghosts_said_ = new QLabel;
    ghosts_said_->setFont(secondary_font());
    ghosts_said_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    QPushButton* add = action_button("add_ghosts", tr("Add"), tr("Add it to the palette"));
    QPushButton* drop = action_button("drop_ghosts", tr("Not now"), tr("Let go of it"));
    connect(add, &QPushButton::clicked, &edits_, &PaletteEdits::add_ghosts);
    connect(drop, &QPushButton::clicked, this, [this] { edits_.set_ghosts({}); });
    row->addWidget(ghosts_said_, 1);
    row->addWidget(add);
    row->addWidget(drop);
    keep_place(*ghosts_);
    return ghosts_;
}

QWidget* PaletteBoard::table() {
    auto* box = new QWidget;
    auto* title = group_title(tr("What each would do to your greys"));
    blend_ = choice_button("forecast_blend", {}, tr("The blend that the colours are laid in"));
    auto* blends = new QMenu(blend_);
    for (const BlendText& text : kBlendTexts)
        blends->addAction(label_of(text.mode), this, [this, mode = text.mode] {
            ForecastSetting setting = meter_.setting();
            setting.blend = mode;
            meter_.set_setting(setting);
        });
    blend_->setMenu(blends);
    const auto percents = [this](QPushButton* button, const auto& list, auto set) {
        auto* menu = new QMenu(button);
        for (const int percent : list)
            menu->addAction(QStringLiteral("%1%").arg(percent), this, [this, percent, set] {
                ForecastSetting setting = meter_.setting();
                setting.*set = static_cast<float>(percent) / 100;
                meter_.set_setting(setting);
            });
        button->setMenu(menu);
    };
    strength_ = choice_button("forecast_strength", {}, tr("The strength that they are laid with"));
    percents(strength_, kPercents, &ForecastSetting::strength);
    hold_ = choice_button("forecast_hold", {}, tr("How far they give back the values they find"));
    percents(hold_, kHolds, &ForecastSetting::hold);
    over_ = choice_button("forecast_over", {}, tr("What they are laid over"));
    auto* over = new QMenu(over_);
    connect(over, &QMenu::aboutToShow, this, [this, over] { fill_parts(*over); });
    over_->setMenu(over);
    blends_ = action_button("all_blends", tr("All blends"),
                            tr("The chosen colour in every blend, and what each would need to be "
                               "laid for that colour to come out"));
    blends_->setCheckable(true);
    step_ = choice_button("wanted_step", {}, tr("The grey that the colour is to come out over"));
    auto* steps = new QMenu(step_);
    for (int step = 2; step <= 8; ++step)
        steps->addAction(QString::number(step), this, [this, step] {
            table_->set_wanted_step(step);
            refresh();
        });
    step_->setMenu(steps);
    lay_ = action_button("lay_forecast", tr("Lay it"),
                         tr("Lay the chosen row as a pass, as it is set here"));
    table_ = new ForecastTable(desk_.session, edits_, meter_);
    connect(blends_, &QPushButton::toggled, this, [this](bool on) {
        table_->show_blends(on);
        refresh();
    });
    connect(lay_, &QPushButton::clicked, this, &PaletteBoard::lay);
    connect(table_, &ForecastTable::wants_laying, this, &PaletteBoard::lay);
    connect(table_, &ForecastTable::chosen_changed, this, &PaletteBoard::refresh);

    auto* line = new QHBoxLayout;
    line->setSpacing(scaled(6));
    line->addWidget(title);
    line->addStretch(1);
    line->addWidget(step_);
    line->addWidget(blends_);
    line->addWidget(lay_);
    auto* settings = new QHBoxLayout;
    settings->setSpacing(scaled(4));
    settings->addWidget(small_label(tr("laid as")));
    settings->addWidget(blend_);
    settings->addWidget(small_label(tr("at")));
    settings->addWidget(strength_);
    settings->addWidget(small_label(tr("held")));
    settings->addWidget(hold_);
    settings->addWidget(small_label(tr("over")));
    settings->addWidget(over_);
    settings->addWidget(small_label(tr("in steps, before you lay it")));
    settings->addStretch(1);
    auto* column = new QVBoxLayout(box);
    column->setContentsMargins(scaled(14), scaled(8), scaled(14), scaled(8));
    column->setSpacing(scaled(2));
    column->addLayout(line);
    column->addLayout(settings);
    column->addWidget(scrolled(table_), 1);
    return box;
}

void PaletteBoard::fill_parts(QMenu& menu) {
    menu.clear();
    if (!desk_.session.document.has_painting()) return;
    const auto add = [&](const QString& label, bool now, std::optional<PartId> part) {
        menu.addAction(label, this, [this, now, part] {
            ForecastSetting setting = meter_.setting();
            setting.over_now = now;
            setting.part = part;
            meter_.set_setting(setting);
        });
    };
    const bool sealed = desk_.session.document.painting().sealed();
    add(sealed ? tr("the seal") : tr("the underpaint"), false, {});
    add(tr("the picture now"), true, {});
    menu.addSeparator();
    for (const Part& part : desk_.session.document.painting().parts) {
        add(tr("%1, sealed").arg(shown_on_button(part.name)), false, part.id);
        add(tr("%1, now").arg(shown_on_button(part.name)), true, part.id);
    }
}

void PaletteBoard::show_page(Page page) {
    pages_->setCurrentIndex(page);
    tabs_->button(page)->setChecked(true);
    wheel_->setVisible(page == kDisc);
    limit_->setVisible(page == kDisc);
    mix_as_->setVisible(page == kMixes);
    refresh();
}

bool PaletteBoard::show_page(const QString& id) {
    for (int page = 0; page < pages_->count(); ++page)
        if (tabs_->button(page)->objectName() == QStringLiteral("palette_") + id)
            return show_page(static_cast<Page>(page)), true;
    return false;
}

void PaletteBoard::refresh_ghosts() {
    const auto& ghosts = edits_.ghosts();
    ghosts_->setVisible(!ghosts.empty());
    if (ghosts.empty()) return;
    QStringList names;
    for (const GhostColour& ghost : ghosts) names << ghost.name;
    ghosts_said_->setText(names.join(QStringLiteral(", ")));
    ghosts_said_->setToolTip(ghosts_said_->text());
}

bool PaletteBoard::wide() const {
    return width() >= scaled(640);
}

void PaletteBoard::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    label_head();
}

void PaletteBoard::label_head() {
    for (std::size_t i = 0; i < kTabs.size(); ++i)
        tabs_->button(static_cast<int>(i))->setText(tr(wide() ? kTabs[i].label : kTabs[i].narrow));
    const QString wheel = from_view(text_of(edits_.wheel()).label);
    show_choice(wheel_, (wide() ? tr("Opposites as %1") : tr("As %1")).arg(wheel));
    wheel_->setToolTip(tr("What opposite means. %1").arg(from_view(text_of(edits_.wheel()).about)));
    const QString step = limit_step_ ? QString::number(*limit_step_) : tr("its own");
    show_choice(limit_, (wide() ? tr("At step %1") : tr("Step %1")).arg(step));
    show_choice(mix_as_, tr("Mixed as %1").arg(from_view(text_of(mixes_->as()).label)));
}

void PaletteBoard::refresh() {
    const Document& document = desk_.session.document;
    const ForecastSetting& setting = meter_.setting();
    label_head();
    show_choice(blend_, label_of(setting.blend));
    show_choice(strength_, QStringLiteral("%1%").arg(qRound(100 * setting.strength)));
    show_choice(hold_, QStringLiteral("%1%").arg(qRound(100 * setting.hold)));
    const bool sealed = document.has_painting() && document.painting().sealed();
    const Part* part =
        setting.part && document.has_painting() ? document.painting().part(*setting.part) : nullptr;
    show_choice(over_,
                part != nullptr
                    ? (setting.over_now ? tr("%1 now") : tr("%1 as sealed")).arg(shown(part->name))
                : setting.over_now ? tr("the picture now")
                : sealed           ? tr("the seal")
                                   : tr("the underpaint"));
    const auto row = table_->chosen();
    const bool blends = table_->shows_blends();
    blend_->setEnabled(!blends);
    step_->setVisible(blends);
    show_choice(step_, tr("over step %1").arg(table_->wanted_step()));
    lay_->setEnabled(row.has_value() && sealed);
    lay_->setToolTip(sealed ? tr("Lay the chosen row as a pass, as it is set here")
                            : tr("Seal the underpaint first: colour is laid over sealed greys"));
    switch (pages_->currentIndex()) {
        case kPicture:
            legend_->setText(tr("In colour: what is nearest to %1. A click takes a colour.")
                                 .arg(edits_.chosen() != nullptr ? shown(edits_.chosen()->name)
                                                                 : tr("the chosen colour")));
            break;
        case kMixes:
            legend_->setText(
                tr("3 to 1, 1 to 1 and 1 to 3 of each pair. A click puts a mixture forward."));
            break;
        case kTubes:
            legend_->setText(
                edits_.palette().tubes.tubes.empty()
                    ? QString()
                    : tr("In colour: what no mixture of these tubes comes near to. Left of "
                         "the pair what is wanted, right what the recipe comes to."));
            break;
        case kPlan:
            legend_->setText(
                tr("The plan alone over the seal; passes laid by hand are not in it."));
            break;
        default: {
            QString text = tr("Dots: the painting's colours. Discs: the palette, by area.");
            const auto& mother = edits_.palette().mother;
            if (mother && mother->share > 0)
                text += tr(" Ticks: %1% of the mother colour.").arg(qRound(100 * mother->share));
            if (!edits_.palette().tubes.tubes.empty())
                text += tr(" Dashed: what the tubes reach at this step.");
            legend_->setText(text);
        }
    }
    if (row && row->forecast.least_hold && !blends)
        legend_->setText(legend_->text() + tr(" Held by %1%, %2 stays within the budget.")
                                               .arg(*row->forecast.least_hold)
                                               .arg(row->name));
}

void PaletteBoard::lay() {
    const auto row = table_->chosen();
    Document& document = desk_.session.document;
    if (!row || !document.has_painting() || !document.painting().sealed()) return;
    const ForecastSetting& setting = meter_.setting();
    Pass pass;
    pass.name = table_->shows_blends() && edits_.chosen() != nullptr ? edits_.chosen()->name
                                                                     : row->name.toStdString();
    pass.source = Tint{row->needed ? row->needed->source : row->laid.colour};
    pass.blend = row->laid.blend;
    pass.strength = row->laid.strength;
    pass.hold = row->laid.hold;
    if (setting.part) pass.reach.parts = {*setting.part};
    document.change(tr("Lay %1").arg(shown(pass.name)), with_pass(document.painting(), pass));
    emit said(tr("%1 is laid as pass %2, in %3.")
                  .arg(shown(pass.name))
                  .arg(document.painting().passes.size())
                  .arg(label_of(pass.blend)));
}

void PaletteBoard::save_table(const std::filesystem::path& path) {
    const Done saved = mixes_->save_sheet(path);
    emit said(saved ? tr("The mixing table is in %1.").arg(text_of(path.filename()))
                    : QString::fromStdString(saved.error().message()));
}

}  // namespace underpaint
