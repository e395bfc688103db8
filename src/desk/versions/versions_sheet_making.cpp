// SPDX-License-Identifier: GPL-3.0-or-later
// What makes another version.
#include <QGridLayout>
#include <QLabel>
#include <QMenu>
#include <QVBoxLayout>
#include <cmath>

#include "brief/three_versions.h"
#include "desk/kit/colour_sheet.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/versions/version_trial.h"
#include "desk/versions/versions_sheet.h"
#include "files/brief_report.h"
#include "painting/version_changes.h"
#include "palette/another_version.h"
#include "terms/figures.h"

namespace underpaint {
namespace {

constexpr float kUsualMother = 0.2F, kUsualQuieter = 0.5F;

QString per_cent(float share) {
    return QStringLiteral("%1%").arg(std::lround(100 * share));
}
QString turn_in_words(float degrees) {
    return QString::fromStdString(with_sign(static_cast<double>(degrees), 0)) + QStringLiteral("°");
}

/// A text with an amount in it.
std::function<QString(float)> with_amount(const QString& text, QString (*in_words)(float)) {
    return [=](float amount) { return text.arg(in_words(amount)); };
}

}  // namespace

QWidget* VersionsSheet::making_box() {
    auto* box = new QWidget;
    auto* column = new QVBoxLayout(box);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(6));
    auto* head = new QHBoxLayout;
    head->addWidget(group_title(tr("Make another")));
    head->addStretch(1);
    auto* about = hint_label(tr("values stay as sealed"));
    about->setWordWrap(false);
    head->addWidget(about);
    column->addLayout(head);
    hues_ = action_button("turn_hues", tr("Turn the hues"),
                          tr("All hues at once, palette and plan too; seen while it is set"));
    try_with(*hues_, 0, [] {
        return VersionWay{kVersionHue,
                          tr("Hue"),
                          tr("Turn the hues"),
                          with_amount(tr("Hues %1"), turn_in_words),
                          with_amount(tr("hues %1"), turn_in_words),
                          hues_turned};
    });
    reverse_ = action_button("reverse_light", tr("Reverse the light"),
                             tr("Lights and shadows of each part exchange their warmth"));
    connect(reverse_, &QPushButton::clicked, this, [this] {
        const QString name =
            tr("%1, light reversed").arg(edits_.name_of(edits_.painting().version));
        make(tr("Reverse the light"), name, tr("light reversed"),
             [painting = edits_.painting()](const PlanPlaces& places, const std::stop_token& stop) {
                 return light_reversed(painting, places, stop);
             });
    });
    mother_ = choice_button("another_mother", tr("Another mother"),
                            tr("A colour of the palette mixed over all of it; seen while its share "
                               "is set"));
    set_menu(mother_, [this](QMenu& menu) { fill_mothers(menu); });
    quieter_ = action_button("make_quieter", tr("Quieter"),
                             tr("Less intensity everywhere; seen while it is set"));
    try_with(*quieter_, kUsualQuieter, [] {
        return VersionWay{kVersionIntensity,
                          tr("Intensity"),
                          tr("Quieter"),
                          with_amount(tr("Quieter %1"), per_cent),
                          with_amount(tr("intensity %1"), per_cent),
                          quieter};
    });
    reference_ = choice_button("by_reference", tr("By a reference"),
                               tr("Its five colours planned for the parts by step and area"));
    set_menu(reference_, [this](QMenu& menu) { fill_references(menu); });
    plan_ =
        action_button("by_plan", tr("By the colour plan"), tr("The plan laid, and nothing else"));
    connect(plan_, &QPushButton::clicked, this, [this] {
        make(tr("By the colour plan"), tr("As planned"), tr("the colour plan"),
             [painting = edits_.painting()](const PlanPlaces& places, const std::stop_token&) {
                 return std::optional(by_colour_plan(painting, places));
             });
    });
    three_ = action_button("three_at_once", tr("Three at once"),
                           tr("The three of these that lie farthest from each other and meet the "
                              "brief best"));
    connect(three_, &QPushButton::clicked, this, &VersionsSheet::make_three);
    for (const auto& row : {std::vector<QPushButton*>{hues_, quieter_, reverse_},
                            std::vector<QPushButton*>{plan_, three_},
                            std::vector<QPushButton*>{mother_, reference_}}) {
        auto* line = new QHBoxLayout;
        // Menus have no frame that parts them.
        line->setSpacing(scaled(row.front() == mother_ ? 16 : 4));
        for (QPushButton* button : row) line->addWidget(button);
        line->addStretch(1);
        column->addLayout(line);
    }
    // What is tried and what is said of what is made have one place, which is kept.
    auto* place = new QGridLayout;
    place->addWidget(trial_, 0, 0);
    place->addWidget(hint_, 0, 0, Qt::AlignTop);
    column->addLayout(place);
    connect(trial_, &VersionTrial::begun, hint_, &QLabel::clear);
    connect(trial_, &VersionTrial::would_be, this, &VersionsSheet::would_be);
    connect(trial_, &VersionTrial::ended, this, [this] {
        hues_->setChecked(false);
        quieter_->setChecked(false);
    });
    connect(trial_, &VersionTrial::wanted, this, [this](const VersionWay& way, float amount) {
        make(way.label, way.name(amount), way.from(amount),
             [painting = edits_.painting(), make = way.make, amount](const PlanPlaces&,
                                                                     const std::stop_token&) {
                 return std::optional(make(painting, amount));
             });
    });
    return box;
}

void VersionsSheet::make_three() {
    hint_->setText(tr("Making three …"));
    const Painting painting = edits_.painting();
    const Reader reader = desk_.session.choices.reader();
    const int number = edits_.number_of(painting.version);
    making_.start([this, painting, reader, number, own = desk_.session.settings.rules()](
                      const std::stop_token& stop, const Deliver& deliver) {
        std::vector<ReferenceColours> references;
        for (const Reference& reference : painting.brief.references) {
            const auto pixels = pixels_of(reference, stop);
            const auto figures = pixels ? measure_picture(*pixels, reader, {}, stop) : std::nullopt;
            if (figures) references.push_back({reference.picture.name, figures->colours});
        }
        const auto places = plan_places(painting, stop);
        if (!places) return;
        auto made = three_at_once(painting, *places, references, reader, own, stop);
        if (stop.stop_requested()) return;
        deliver([this, painting, number, made = std::move(made)] {
            hint_->clear();
            if (!still_is(painting)) return;
            Painting next = painting;
            for (const MadeVersion& each : made)
                next =
                    with_version(std::move(next), each.name,
                                 tr("from %1, %2").arg(number).arg(shown(each.from)).toStdString(),
                                 each.colouring);
            const std::size_t before = std::max<std::size_t>(1, painting.versions.size());
            const std::size_t added = next.versions.empty() ? 0 : next.versions.size() - before;
            edits_.take_over(tr("Three at once"), std::move(next));
            if (added == made.size()) return;
            hint_->setText(tr("A painting has at most %1 versions; %2 of the three found room.")
                               .arg(kMostVersions)
                               .arg(added));
        });
    });
}

void VersionsSheet::try_with(QPushButton& button, float amount, std::function<VersionWay()> way) {
    button.setCheckable(true);
    connect(&button, &QPushButton::clicked, this,
            [this, &button, amount, way = std::move(way)](bool on) {
                if (!on) return trial_->end();
                trial_->begin(way(), amount);
                button.setChecked(true);
            });
}

void VersionsSheet::fill_mothers(QMenu& menu) {
    for (const PaletteColour& colour : edits_.painting().palette.colours)
        menu.addAction(
            swatch_of(colour.colour), shown_on_button(colour.name), this, [this, colour] {
                const QString name = shown(colour.name);
                trial_->begin(
                    {kVersionMother, tr("Mother %1").arg(name), tr("Another mother"),
                     [name](float) { return tr("Mother %1").arg(name); },
                     [name](float share) { return tr("mother %1 %2").arg(name, per_cent(share)); },
                     [colour](const Painting& painting, float share) {
                         return with_mother_over(painting, colour.colour, share, colour.name);
                     }},
                    kUsualMother);
            });
    if (menu.isEmpty()) menu.addAction(tr("The palette is empty"))->setEnabled(false);
}

void VersionsSheet::fill_references(QMenu& menu) {
    for (const Reference& reference : edits_.painting().brief.references)
        menu.addAction(shown_on_button(reference.picture.name), this, [this, reference] {
            const QString name = shown(reference.picture.name);
            const Reader reader = desk_.session.choices.reader();
            make(tr("By a reference"), tr("After %1").arg(name), tr("by %1").arg(name),
                 [painting = edits_.painting(), reference, reader](
                     const PlanPlaces& places,
                     const std::stop_token& stop) -> std::optional<Colouring> {
                     const auto pixels = pixels_of(reference, stop);
                     const auto figures =
                         pixels ? measure_picture(*pixels, reader, {}, stop) : std::nullopt;
                     if (!figures) return std::nullopt;
                     return by_reference(painting, figures->colours, reference.picture.name, places,
                                         reader);
                 });
        });
    if (menu.isEmpty()) menu.addAction(tr("The brief has no references"))->setEnabled(false);
}

void VersionsSheet::make(const QString& label, const QString& name, const QString& from,
                         Make make) {
    if (edits_.painting().versions.size() >= kMostVersions) {
        hint_->setText(tr("A painting has at most %1 versions.").arg(kMostVersions));
        return;
    }
    hint_->setText(tr("Making %1 …").arg(name));
    const Painting painting = edits_.painting();
    const QString whole = tr("from %1, %2").arg(edits_.number_of(painting.version)).arg(from);
    making_.start([this, painting, label, name, whole, make = std::move(make)](
                      const std::stop_token& stop, const Deliver& deliver) {
        const auto places = plan_places(painting, stop);
        auto made = places ? make(*places, stop) : std::nullopt;
        if (stop.stop_requested()) return;
        deliver([this, painting, label, name, whole, made = std::move(made)] {
            hint_->clear();
            if (!made) {
                hint_->setText(
                    tr("It could not be made: the picture of the reference can't be read."));
                return;
            }
            // What was made belongs to the painting as it was: on another its sentence would be
            // wrong.
            if (!still_is(painting)) return;
            edits_.add(label, name, whole, *made);
        });
    });
}

/// What was made is of no other painting: else it says so.
bool VersionsSheet::still_is(const Painting& painting) {
    if (same_but_for_records(painting, edits_.painting())) return true;
    hint_->setText(tr("The painting was changed meanwhile; ask again."));
    return false;
}

}  // namespace underpaint
