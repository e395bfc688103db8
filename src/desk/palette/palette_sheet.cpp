// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/palette/palette_sheet.h"

#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include "desk/kit/bar_slider.h"
#include "desk/kit/colour_sheet.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "painting/changes.h"

namespace underpaint {
namespace {

constexpr Parameter kMotherShare{
    "mother_share", "Mother", "How much of it is mixed into the others", 0, kMostMother, 0.15F};

QPushButton* menu_button(const char* name, const QString& label, const QString& about,
                         std::function<void(QMenu&)> fill) {
    QPushButton* button = choice_button(name, label, about);
    show_choice(button, label);
    set_menu(button, std::move(fill));
    button->menu()->setObjectName(QString::fromLatin1(name) + QStringLiteral("_menu"));
    button->menu()->setToolTipsVisible(true);
    return button;
}

}  // namespace

PaletteSheet::PaletteSheet(const Desk& desk, PaletteEdits& edits, PaletteMeter& meter,
                           PaletteLibrary library, QWidget* parent)
    : QWidget(parent),
      desk_(desk),
      edits_(edits),
      meter_(meter),
      library_(std::move(library)),
      taking_(this, Urgency::beside, "colours taken from a picture") {
    list_ = new PaletteList(desk.session, edits_, meter_);
    plan_ = new PlanList(desk.session, edits_, meter_, desk.meters.brief);
    hint_ = hint_label();
    hint_->setObjectName(QStringLiteral("palette_hint"));
    hint_->hide();
    auto* inner = new QWidget;
    auto* column = new QVBoxLayout(inner);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(list_);
    column->addWidget(buttons());
    auto* hint_box = new QVBoxLayout;
    hint_box->setContentsMargins(scaled(12), 0, scaled(12), scaled(4));
    hint_box->addWidget(hint_);
    column->addLayout(hint_box);
    column->addWidget(followers_row());
    column->addWidget(mother_row());
    column->addWidget(rule_line());
    column->addWidget(plan_head());
    column->addWidget(plan_);
    column->addStretch(1);
    scroll_ = scrolled(inner);
    scroll_->setObjectName(QStringLiteral("palette_scroll"));
    inner->setAutoFillBackground(false);  // the sheet shows through
    connect(list_, &PaletteList::wants_seen, this, [this](const QRect& row) {
        if (list_->hasFocus())
            scroll_->ensureVisible(row.center().x(), row.center().y(), 0, row.height());
    });

    outcome_ = hint_label();
    outcome_->setObjectName(QStringLiteral("plan_outcome"));
    outcome_->setMinimumHeight(3 * outcome_->fontMetrics().lineSpacing());
    outcome_->setAlignment(Qt::AlignBottom | Qt::AlignLeft);
    lay_ = action_button("lay_plan", tr("Lay the plan as passes"), {});
    lay_->setProperty("role", "main");
    connect(lay_, &QPushButton::clicked, this, &PaletteSheet::lay_plan);
    auto* lower = new QVBoxLayout;
    lower->setContentsMargins(scaled(12), scaled(6), scaled(12), scaled(12));
    lower->setSpacing(scaled(10));
    lower->addWidget(outcome_);
    lower->addWidget(lay_);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addWidget(scroll_, 1);
    all->addWidget(rule_line());
    all->addLayout(lower);

    connect(&edits_, &PaletteEdits::changed, this, &PaletteSheet::refresh);
    connect(&meter_, &PaletteMeter::outcome_changed, this, &PaletteSheet::refresh);
    connect(&meter_, &PaletteMeter::places_changed, this, &PaletteSheet::refresh);
    connect(&desk_.session.document, &Document::begun, this, [this] {
        taking_.stop();
        hint_->hide();
    });
    refresh();
}

QWidget* PaletteSheet::buttons() {
    take_ = menu_button("take_colours", tr("Take from…"),
                        tr("Colours of the painting, of a reference or of a picture in a file"),
                        [this](QMenu& menu) { fill_take(menu); });
    opposite_ = menu_button("opposite", tr("Opposite"),
                            tr("Colours that stand opposite or beside the chosen one on the wheel"),
                            [this](QMenu& menu) { fill_opposites(menu); });
    mix_ = menu_button("mix", tr("Mix"),
                       tr("The chosen colour mixed with another, or greys that "
                          "lead from it to another"),
                       [this](QMenu& menu) { fill_mixes(menu); });
    file_ = menu_button("palette_file", tr("File"), tr("Palettes in files, and your own"),
                        [this](QMenu& menu) { fill_file(menu); });
    add_ = action_button("add_colour", tr("Add"), tr("Add a colour and choose it"));
    connect(add_, &QPushButton::clicked, this, &PaletteSheet::add_colour);
    auto* box = new QWidget;
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(scaled(12), scaled(9), scaled(12), scaled(6));
    row->setSpacing(scaled(6));
    for (QPushButton* button : {take_, add_, opposite_, mix_}) row->addWidget(button);
    row->addStretch(1);
    row->addWidget(file_);
    return box;
}

/// Asks what becomes of passes that have a colour as it was.
QWidget* PaletteSheet::followers_row() {
    followers_ = new QWidget;
    followers_->setObjectName(QStringLiteral("followers"));
    followers_said_ = hint_label();
    QPushButton* follow = action_button("let_follow", tr("Let them follow"),
                                        tr("They take the colour as it is now; one step"));
    QPushButton* stay = action_button("let_stay", tr("Leave them"), tr("They stay as they are"));
    connect(follow, &QPushButton::clicked, &edits_, &PaletteEdits::let_follow);
    connect(stay, &QPushButton::clicked, &edits_, &PaletteEdits::let_stay);
    auto* row = new QHBoxLayout(followers_);
    row->setContentsMargins(scaled(12), 0, scaled(12), scaled(6));
    row->setSpacing(scaled(6));
    row->addWidget(followers_said_, 1);
    row->addWidget(follow);
    row->addWidget(stay);
    followers_->hide();
    return followers_;
}

QWidget* PaletteSheet::mother_row() {
    mother_ = menu_button("mother", {}, tr("The colour that has a share in all others"),
                          [this](QMenu& menu) { fill_mothers(menu); });
    mother_as_ = menu_button("mother_as", {}, tr("How it is mixed in"), [this](QMenu& menu) {
        for (const MixText& text : kMixTexts) {
            QAction* action = menu.addAction(from_view(text.label), this, [this, as = text.as] {
                auto mother = edits_.palette().mother;
                if (!mother) return;
                mother->as = as;
                edits_.set_mother(mother);
            });
            action->setToolTip(from_view(text.about));
        }
    });
    share_ = new BarSlider(kMotherShare);
    share_->setObjectName(QStringLiteral("mother_share"));
    connect(share_, &BarSlider::moved, this, [this](float value) {
        auto mother = edits_.palette().mother;
        if (!mother) return;
        mother->share = value;
        edits_.set_mother(mother, QStringLiteral("palette/mother"));
    });
    connect(share_, &BarSlider::released, this, [this] { edits_.end_gesture(); });
    auto* box = new QWidget;
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(scaled(12), 0, scaled(12), scaled(8));
    row->setSpacing(scaled(8));
    row->addWidget(share_, 1);
    row->addWidget(mother_);
    row->addWidget(mother_as_);
    return box;
}

QWidget* PaletteSheet::plan_head() {
    suggest_ = action_button("suggest_plan", tr("Suggest"),
                             tr("Plan every part from the palette by rules: the nearest step, on "
                                "the side of warmth that the brief wants. Why, is said at each "
                                "part"));
    clear_ = action_button("clear_plan", tr("Clear"), tr("Plan nothing"));
    connect(suggest_, &QPushButton::clicked, plan_, &PlanList::suggest);
    connect(clear_, &QPushButton::clicked, plan_, &PlanList::clear);
    tune_ = menu_button("tune_plan", tr("All"),
                        tr("All planned colours turned, or made quieter or stronger, at once"),
                        [this](QMenu& menu) { fill_tune(menu); });
    auto* tones = new QLabel(tr("shadow · half · light"));
    tones->setFont(secondary_font());
    tones->setProperty("role", "secondary");
    auto* box = new QWidget;
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(scaled(12), scaled(8), scaled(12), scaled(4));
    row->setSpacing(scaled(6));
    row->addWidget(group_title(tr("Colour plan")));
    row->addSpacing(scaled(6));
    row->addWidget(suggest_);
    row->addWidget(clear_);
    row->addWidget(tune_);
    row->addStretch(1);
    row->addWidget(tones);
    return box;
}

void PaletteSheet::lay_plan() {
    Document& document = desk_.session.document;
    if (!document.has_painting() || meter_.places() == nullptr) return;
    const bool again = document.painting().group(document.painting().colour_plan.laid) != nullptr;
    Painting next = with_plan_laid(document.painting(), *meter_.places());
    if (next == document.painting())
        return emit said(again ? tr("The plan is laid as it is.") : tr("Nothing is planned yet."));
    document.change(again ? tr("Lay the colour plan again") : tr("Lay the colour plan"),
                    std::move(next));
    emit said(again ? tr("The plan is laid again, in its place.")
                    : tr("The plan is laid as a group over the other passes."));
}

void PaletteSheet::refresh() {
    const Document& document = desk_.session.document;
    const bool any = document.has_painting();
    const Palette& palette = edits_.palette();
    for (QPushButton* button : {take_, add_, file_}) button->setEnabled(any);
    for (QPushButton* button : {opposite_, mix_, mother_})
        button->setEnabled(!palette.colours.empty());
    const PaletteColour* mother = palette.mother ? palette.find(palette.mother->colour) : nullptr;
    show_choice(mother_, mother != nullptr ? shown(mother->name).left(18) : tr("no colour"));
    show_choice(mother_as_,
                tr("as %1").arg(from_view(text_of(palette.mother.value_or(Mother{}).as).label)));
    mother_as_->setEnabled(mother != nullptr);
    share_->setEnabled(mother != nullptr);
    share_->set_value(palette.mother.value_or(Mother{}).share);
    const bool planned = any && (!document.painting().colour_plan.parts.empty() ||
                                 !document.painting().colour_plan.whole.empty());
    suggest_->setEnabled(any && !palette.colours.empty() && meter_.places() != nullptr);
    clear_->setEnabled(planned);
    tune_->setEnabled(planned);
    lay_->setEnabled(planned && document.painting().sealed() && meter_.places() != nullptr);
    const bool again =
        any && document.painting().group(document.painting().colour_plan.laid) != nullptr;
    lay_->setText(again ? tr("Lay the plan again") : tr("Lay the plan as passes"));
    lay_->setToolTip(!any || document.painting().sealed()
                         ? tr("A gradient over the sealed values for each planned part, as one "
                              "group; laid again it takes its own place")
                         : tr("Seal the underpaint first: the plan is laid over sealed greys"));
    outcome_->setText(outcome_in_words());
    const std::size_t followers = edits_.followers();
    followers_->setVisible(followers > 0);
    followers_said_->setText(followers == 1
                                 ? tr("A pass has a colour as it was.")
                                 : tr("%1 passes have a colour as it was.").arg(followers));
}

QString PaletteSheet::outcome_in_words() const {
    const Document& document = desk_.session.document;
    if (!document.has_painting()) return tr("Open a painting to plan its colours.");
    const Painting& painting = document.painting();
    if (!painting.sealed()) return tr("Seal the underpaint first; then its colours are planned.");
    const std::size_t parts = painting.parts.size(), planned = painting.colour_plan.parts.size();
    if (planned == 0 && painting.colour_plan.whole.empty())
        return parts == 0 ? tr("Nothing is planned. Without parts the whole picture is planned by "
                               "its values.")
                          : tr("Nothing is planned. Click a strip above, or let the palette "
                               "suggest.");
    QStringList said;
    if (parts > 0) said << tr("%1 of %2 parts planned.").arg(planned).arg(parts);
    const PlanOutcome* outcome = meter_.outcome();
    if (outcome == nullptr || outcome->audit.passes.empty()) return said.join(QLatin1Char(' '));
    const PassAudit& last = outcome->audit.passes.back();
    const auto wanted = wanted_swing(painting.brief);
    if (last.swing.measured) {
        const QString size = QString::number(std::abs(last.swing.swing), 'f', 1);
        QString words = last.swing.swing >= 0 ? tr("Lights warmer than shadows by %1")
                                              : tr("Lights cooler than shadows by %1");
        words = words.arg(size);
        if (wanted && *wanted != 0)
            words += tr(" (brief: at least %1%2)")
                         .arg(std::abs(*wanted), 0, 'f', 1)
                         .arg(*wanted > 0 ? QString() : tr(" cooler"));
        said << words + QLatin1Char('.');
    }
    if (last.shared_light) said << tr("Shared light %1.").arg(*last.shared_light, 0, 'f', 2);
    if (!last.grey_shadows.empty()) said << tr("Some shadows are darkened by black alone.");
    said << tr("Laid as planned, values stay within %1 step.")
                .arg(std::max(0.01, last.value.running.p95), 0, 'f', 2);
    return said.join(QLatin1Char(' '));
}

}  // namespace underpaint
