// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/palette/tubes_page.h"

#include <QHelpEvent>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QToolTip>
#include <QVBoxLayout>

#include "desk/kit/colour_sheet.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/picture_picker.h"
#include "desk/kit/screen_image.h"
#include "desk/kit/words.h"
#include "desk/work/paths.h"
#include "files/brief_report.h"
#include "files/openraster.h"
#include "painting/changes.h"
#include "palette/mother.h"
#include "palette/reach_map.h"
#include "raster/shrink.h"
#include "render/grey.h"

namespace underpaint {
namespace {

// Long side of the copy in which colours out of reach are looked for.
constexpr int kReachSide = 480;
constexpr int kSwatchSide = 900;  // long side of a swatch's photograph on the page
constexpr std::array kMisses{0.02, 0.05, 0.10};

/// What of a picture lies beyond the mixtures of a set: in colour, all else dimmed.
struct Beyond {
    double share = 0;
    QImage image;
};

std::optional<Beyond> beyond_reach(const RgbBlock& picture,
                                   const std::shared_ptr<const TubeReach>& reach,
                                   const std::stop_token& stop) {
    const RgbBlock small = shrunk(picture, kReachSide);
    RgbBlock dimmed = small;
    turn_grey(dimmed, Reader::lightness);
    const ReachMap map(reach);
    const ConstRgbRow in = small.all();
    const RgbRow out = dimmed.all();
    std::size_t count = 0;
    for (std::size_t i = 0; i < in.r.size(); ++i) {
        if (i % 1024 == 0 && stop.stop_requested()) return std::nullopt;
        const float sunk = kSunkInReach * out.r[i];
        const bool within = map.reaches(in[i]);
        out.set(i, within ? Rgb{sunk, sunk, sunk} : in[i]);
        count += within ? 0 : 1;
    }
    return Beyond{static_cast<double>(count) / static_cast<double>(in.r.size()), image_of(dimmed)};
}

}  // namespace

TubesPage::TubesPage(const Desk& desk, PaletteEdits& edits, const PaletteMeter& meter,
                     TubeLibrary library, QWidget* parent)
    : QWidget(parent),
      desk_(desk),
      edits_(edits),
      meter_(meter),
      library_(std::move(library)),
      job_(this, Urgency::beside, "what tubes reach"),
      fewest_(this, Urgency::beside, "the fewest tubes for a picture"),
      reading_(this, Urgency::beside, "a swatch") {
    setObjectName(QStringLiteral("tubes_page"));
    setAccessibleName(tr("Tubes: what is mixed from, and what lies beyond"));
    add_ = choice_button("add_tube", {}, tr("Add a tube to mix from"));
    show_choice(add_, tr("Add a tube"));
    auto* tubes = new QMenu(add_);
    connect(tubes, &QMenu::aboutToShow, this, [this, tubes] { fill_tubes(*tubes); });
    add_->setMenu(tubes);
    white_ = action_button("tube_white", tr("White"), tr("White is mixed in where it is needed"));
    white_->setCheckable(true);
    connect(white_, &QPushButton::clicked, this, [this](bool on) {
        TubeSet tubes_now = edits_.palette().tubes;
        tubes_now.white = on ? std::optional(generic_white()) : std::nullopt;
        set(on ? tr("Mix with white") : tr("Mix without white"), std::move(tubes_now));
    });
    sets_ = choice_button("tube_sets", {}, tr("Limited palettes of your own, by name"));
    show_choice(sets_, tr("My sets"));
    auto* sets = new QMenu(sets_);
    connect(sets, &QMenu::aboutToShow, this, [this, sets] { fill_sets(*sets); });
    sets_->setMenu(sets);
    set_name_ = new QLineEdit;
    set_name_->setObjectName(QStringLiteral("tube_set_name"));
    set_name_->setAccessibleName(tr("A name for this set of tubes"));
    set_name_->setPlaceholderText(tr("name, then Enter"));
    set_name_->setMaxLength(60);
    set_name_->setFixedWidth(scaled(150));
    set_name_->hide();
    connect(set_name_, &QLineEdit::returnPressed, this, &TubesPage::keep_set);
    connect(set_name_, &QLineEdit::editingFinished, set_name_, &QWidget::hide);
    fewest_button_ = choice_button("fewest_tubes", {},
                                   tr("The smallest set for a picture, of the generic tubes or of "
                                      "your own"));
    show_choice(fewest_button_, tr("Fewest tubes"));
    auto* fewest = new QMenu(fewest_button_);
    connect(fewest, &QMenu::aboutToShow, this, [this, fewest] { fill_fewest(*fewest); });
    fewest_button_->setMenu(fewest);
    said_ = hint_label();
    said_->setObjectName(QStringLiteral("recipe"));
    swatch_box_ = new QWidget;
    swatch_ = new PicturePicker;
    swatch_->setObjectName(QStringLiteral("swatch_picture"));
    swatch_hint_ = hint_label();
    full_only_ = action_button("full_only", tr("Full strength only"),
                               tr("Without a tint the tube gets the strength of the white"));
    QPushButton* give_up = action_button("no_swatch", tr("Not now"), tr("Let go of the swatch"));
    connect(swatch_, &PicturePicker::picked, this, &TubesPage::pick_swatch);
    connect(full_only_, &QPushButton::clicked, this, [this] { end_swatch(1); });
    connect(give_up, &QPushButton::clicked, this, [this] { end_swatch(std::nullopt); });
    auto* swatch_row = new QHBoxLayout;
    swatch_row->addWidget(swatch_hint_, 1);
    swatch_row->addWidget(full_only_);
    swatch_row->addWidget(give_up);
    auto* swatch_column = new QVBoxLayout(swatch_box_);
    swatch_column->setContentsMargins(0, 0, 0, 0);
    swatch_column->addLayout(swatch_row);
    swatch_column->addWidget(swatch_, 1);
    swatch_box_->hide();

    auto* row = new QHBoxLayout;
    row->setSpacing(scaled(6));
    row->addWidget(add_);
    row->addWidget(white_);
    row->addWidget(sets_);
    row->addWidget(set_name_);
    row->addWidget(fewest_button_);
    row->addStretch(1);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(6));
    column->addLayout(row);
    column->addSpacing(scaled(34));  // the tubes
    column->addWidget(said_);
    column->addWidget(swatch_box_, 1);
    column->addStretch(1);
    const auto follow = [this] {
        if (isVisible()) refresh();
    };
    connect(&edits_, &PaletteEdits::changed, this, follow);
    connect(&meter_, &PaletteMeter::picture_changed, this, follow);
    connect(&meter_, &PaletteMeter::reach_changed, this, follow);
    connect(&desk_.session.document, &Document::begun, this, [this] {
        fewest_.stop();
        end_swatch(std::nullopt);
    });
}

void TubesPage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

void TubesPage::set(const QString& label, TubeSet tubes) {
    Palette palette = edits_.palette();
    palette.tubes = std::move(tubes);
    edits_.replace(label, std::move(palette));
}

void TubesPage::add(Tube tube) {
    TubeSet tubes = edits_.palette().tubes;
    if (tubes.tubes.size() >= kMostTubesOfASet)
        return emit said(tr("A set holds %1 tubes.").arg(kMostTubesOfASet));
    if (tubes.tubes.empty() && !tubes.white) tubes.white = generic_white();
    tubes.tubes.push_back(std::move(tube));
    set(tr("Add a tube"), std::move(tubes));
}

void TubesPage::fill_tubes(QMenu& menu) {
    empty(menu);
    if (!desk_.session.document.has_painting()) return;
    for (const Tube& tube : generic_tubes())
        menu.addAction(swatch_of(tube.colour), QString::fromStdString(tube.name), this,
                       [this, &tube] { add(tube); });
    menu.addSeparator();
    menu.addAction(tr("One of my own, from a swatch…"), this, &TubesPage::ask_for_swatch);
    if (const PaletteColour* chosen = edits_.chosen())
        menu.addAction(swatch_of(chosen->colour),
                       tr("%1, as a tube").arg(shown_on_button(chosen->name)), this,
                       [this, chosen = *chosen] {
                           add({chosen.name, chosen.colour, 1});
                       });
}

void TubesPage::fill_sets(QMenu& menu) {
    empty(menu);
    const auto sets = library_.sets();
    if (!sets) {
        said_->setText(QString::fromStdString(sets.error().message()));
        menu.addAction(tr("They can't be read"))->setEnabled(false);
        return;
    }
    for (const NamedTubes& each : *sets)
        menu.addAction(shown_on_button(each.name), this,
                       [this, each] { set(tr("A set of tubes"), each.tubes); });
    if (sets->empty()) menu.addAction(tr("None is kept yet"))->setEnabled(false);
    menu.addSeparator();
    QAction* keep = menu.addAction(tr("Keep these tubes…"), this, &TubesPage::ask_for_name);
    keep->setEnabled(desk_.session.document.has_painting() &&
                     !edits_.palette().tubes.tubes.empty());
    if (sets->empty()) return;
    QMenu* drop = menu.addMenu(tr("Drop"));
    for (const NamedTubes& each : *sets)
        drop->addAction(shown_on_button(each.name), this, [this, name = each.name] {
            const Done dropped = library_.drop(name);
            emit said(dropped ? tr("%1 is dropped.").arg(shown(name))
                              : QString::fromStdString(dropped.error().message()));
        });
}

void TubesPage::ask_for_name() {
    QStringList names;
    for (const Tube& tube : edits_.palette().tubes.tubes) names << shown(tube.name);
    set_name_->setText(names.join(tr(", ")).left(set_name_->maxLength()));
    set_name_->show();
    set_name_->setFocus();
    set_name_->selectAll();
}

void TubesPage::keep_set() {
    const QString name = set_name_->text().simplified();
    if (name.isEmpty() || !desk_.session.document.has_painting()) return;
    const Done kept = library_.keep(name.toStdString(), edits_.palette().tubes);
    emit said(kept ? tr("These tubes are kept as %1.").arg(shown(name.toStdString()))
                   : QString::fromStdString(kept.error().message()));
    set_name_->hide();
}

void TubesPage::fill_fewest(QMenu& menu) {
    empty(menu);
    const auto offer = [this](QMenu& of, const ReadPicture& read) {
        for (const double misses : kMisses)
            of.addAction(tr("leaving at most %1% beyond").arg(100 * misses, 0, 'f', 0), this,
                         [this, read, misses] { find_fewest(read, misses); });
    };
    if (const auto picture = meter_.picture())
        offer(*menu.addMenu(tr("For this picture")),
              [picture](const std::stop_token&) -> Result<RgbBlock> { return *picture; });
    for (const Reference& reference : desk_.session.document.painting().brief.references)
        offer(*menu.addMenu(tr("For %1").arg(shown_on_button(reference.picture.name))),
              [reference](const std::stop_token& stop) { return pixels_of(reference, stop); });
    menu.addSeparator();
    fill_offered(*menu.addMenu(
        tr("Chosen from %1")
            .arg(shown_on_button(offered_ ? offered_->name
                                          : std::string(tr("the generic tubes").toStdString())))));
    if (fewest_.running())
        menu.addAction(tr("Stop looking"), this, [this] {
            fewest_.stop();
            refresh();
        });
}

/// The tubes that the fewest are chosen from: the generic ones, those in hand, or a set of one's
/// own.
void TubesPage::fill_offered(QMenu& menu) {
    menu.addAction(tr("the generic tubes"), this, [this] { offered_.reset(); });
    const auto offer = [&](const QString& label, const std::string& name, const TubeSet& tubes) {
        menu.addAction(label, this,
                       [this, name, tubes] {
                           offered_ = NamedTubes{name, tubes};
                       })
            ->setEnabled(!tubes.tubes.empty());
    };
    offer(tr("these tubes"), tr("these tubes").toStdString(), edits_.palette().tubes);
    if (const auto sets = library_.sets())
        for (const NamedTubes& each : *sets)
            offer(shown_on_button(each.name), each.name, each.tubes);
}

void TubesPage::find_fewest(const ReadPicture& read, double misses) {
    said_->setText(tr("Looking for the fewest tubes …"));
    TubeSet from;
    from.white = generic_white();
    from.tubes.assign(generic_tubes().begin(), generic_tubes().end());
    if (offered_) from = offered_->tubes;
    fewest_.start([this, misses, read, from, number = desk_.session.document.number()](
                      const std::stop_token& stop, const Deliver& deliver) {
        const auto picture = read(stop);
        if (!picture) {
            deliver([this, text = picture.error().message()] {
                said_->setText(QString::fromStdString(text));
            });
            return;
        }
        const auto found = fewest_tubes(colours_of(shrunk(*picture, kReachSide)), from.tubes,
                                        from.white, misses, stop);
        if (!found) return;
        deliver([this, found = *found, from, misses, number] {
            if (number != desk_.session.document.number()) return;
            TubeSet tubes;
            tubes.white = from.white;
            QStringList names;
            for (const std::size_t place : found.tubes) {
                tubes.tubes.push_back(from.tubes[place]);
                names << shown(from.tubes[place].name);
            }
            set(tr("Fewest tubes"), std::move(tubes));
            emit said(found.missed <= misses
                          ? tr("%1 leave %2% of the picture beyond.")
                                .arg(names.join(tr(", ")))
                                .arg(100 * found.missed, 0, 'f', 1)
                          : tr("No five tubes reach so much; %1 leave %2% beyond.")
                                .arg(names.join(tr(", ")))
                                .arg(100 * found.missed, 0, 'f', 1));
        });
    });
}

// --- a tube of one's own

void TubesPage::ask_for_swatch() {
    const auto path = desk_.ask.to_open(tr("A photograph of a swatch"), picture_kinds());
    if (path.empty()) return;
    reading_.start([this, path](const std::stop_token& stop, const Deliver& deliver) {
        const auto read = read_finished(path, stop);
        if (!read) {
            deliver([this, text = read.error().message()] {
                said_->setText(QString::fromStdString(text));
            });
            return;
        }
        const RgbBlock pixels =
            shrunk(rgb_of(read->picture, rect_of(read->picture.size())), kSwatchSide);
        deliver([this, image = image_of(pixels), name = text_of(path.stem())] {
            swatch_name_ = name;
            full_.reset();
            swatch_->set_picture(image);
            swatch_box_->show();
            full_only_->hide();
            swatch_hint_->setText(tr("Click the paint where it lies at full strength."));
            update();
        });
    });
}

void TubesPage::pick_swatch(Rgb colour) {
    if (!full_) {
        full_ = colour;
        full_only_->show();
        swatch_hint_->setText(tr("Now where one part of it is mixed with ten of white."));
        return;
    }
    const auto strength = tinting_strength(*full_, colour, generic_white().colour);
    if (!strength) {
        swatch_hint_->setText(
            tr("No strength between 1/20 and 20 explains that tint: it has to lie "
               "between the paint and the white. Click again, or take the full "
               "strength only."));
        return;
    }
    end_swatch(strength);
}

void TubesPage::end_swatch(std::optional<double> strength) {
    if (strength && full_) add({swatch_name_.toStdString(), *full_, *strength});
    full_.reset();
    swatch_->set_picture({});
    swatch_box_->hide();
    update();
}

// --- what is shown

void TubesPage::refresh() {
    const TubeSet& tubes = edits_.palette().tubes;
    const bool any = desk_.session.document.has_painting();
    add_->setEnabled(any && tubes.tubes.size() < kMostTubesOfASet);
    white_->setEnabled(any);
    white_->setChecked(tubes.white.has_value());
    sets_->setEnabled(any);
    fewest_button_->setEnabled(any && meter_.picture() != nullptr);
    recipe_.reset();
    beyond_.reset();
    said_->setText(recipe_in_words());
    update();
    if (tubes.tubes.empty()) {
        job_.stop();
        image_ = {};
        return;
    }
    const PaletteColour* chosen = edits_.chosen();
    const auto wanted =
        chosen == nullptr ? std::nullopt : std::optional(effective(edits_.palette(), *chosen));
    job_.start([this, tubes, wanted, picture = meter_.picture(), reach = meter_.reach()](
                   const std::stop_token& stop, const Deliver& deliver) {
        if (wanted) {
            const auto recipe = recipe_for(*wanted, tubes, stop);
            deliver([this, recipe] {
                recipe_ = recipe;
                said_->setText(recipe_in_words());
                update();
            });
        }
        if (!picture || !reach) return;
        auto beyond = beyond_reach(*picture, reach, stop);
        if (!beyond) return;
        deliver([this, beyond = std::move(*beyond)] {
            beyond_ = beyond.share;
            image_ = beyond.image;
            said_->setText(recipe_in_words());
            update();
        });
    });
}

QString TubesPage::recipe_in_words() const {
    const TubeSet& tubes = edits_.palette().tubes;
    if (tubes.tubes.empty())
        return tr(
            "No tubes: any colour can be had. Choose the paints that you mix from, and each "
            "colour gets its recipe. Their colours and strengths are approximate.");
    QStringList said;
    const PaletteColour* chosen = edits_.chosen();
    if (chosen != nullptr && recipe_) {
        QStringList parts;
        for (std::size_t i = 0; i < recipe_->parts.size(); ++i) {
            if (recipe_->parts[i] == 0) continue;
            const std::string& name =
                i < tubes.tubes.size() ? tubes.tubes[i].name : tubes.white->name;
            parts << tr("%1 %2").arg(recipe_->parts[i]).arg(shown(name));
        }
        said << tr("%1: %2 (%3).")
                    .arg(shown(chosen->name), parts.join(tr(" + ")),
                         recipe_->off <= kNearRecipe
                             ? tr("within CIEDE2000 %1").arg(recipe_->off, 0, 'f', 1)
                             : tr("the nearest, CIEDE2000 %1 away").arg(recipe_->off, 0, 'f', 1));
    }
    if (beyond_)
        said << tr("%1% of the picture lies beyond these tubes.")
                    .arg(100 * *beyond_, 0, 'f', *beyond_ < 0.0995 ? 1 : 0);
    else
        said << tr("Looking what lies beyond …");
    return said.join(QLatin1Char(' '));
}

QRect TubesPage::tube_rect(std::size_t place) const {
    return {static_cast<int>(place) * scaled(92), add_->geometry().bottom() + scaled(8), scaled(86),
            scaled(28)};
}

QRect TubesPage::picture_rect() const {
    const int top = said_->geometry().bottom() + scaled(8);
    if (image_.isNull()) return {};
    const QSize size =
        image_.size().scaled(width(), std::max(1, height() - top), Qt::KeepAspectRatio);
    return {QPoint((width() - size.width()) / 2, top), size};
}

void TubesPage::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    const TubeSet& tubes = edits_.palette().tubes;
    painter.setFont(secondary_font());
    for (std::size_t i = 0; i < tubes.tubes.size(); ++i) {
        const QRect place = tube_rect(i);
        painter.fillRect(QRect(place.left(), place.top(), place.width(), scaled(12)),
                         qcolor(tubes.tubes[i].colour));
        painter.setPen(greys().secondary);
        painter.drawText(QRect(place.left(), place.top() + scaled(12), place.width(), scaled(16)),
                         Qt::AlignLeft | Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(shown(tubes.tubes[i].name),
                                                          Qt::ElideRight, place.width()));
    }
    if (swatch_box_->isVisible() || image_.isNull()) return;
    painter.drawImage(picture_rect(), image_);
    if (!recipe_ || edits_.chosen() == nullptr) return;
    // The wanted colour beside the one that the recipe gives.
    const QRect picture = picture_rect();
    const QRect pair(picture.right() - scaled(84), picture.top() + scaled(8), scaled(76),
                     scaled(30));
    painter.fillRect(pair.adjusted(-1, -1, 1, 1), greys().bar);
    painter.fillRect(QRect(pair.left(), pair.top(), pair.width() / 2, pair.height()),
                     qcolor(effective(edits_.palette(), *edits_.chosen())));
    painter.fillRect(QRect(pair.center().x() + 1, pair.top(), pair.width() / 2, pair.height()),
                     qcolor(recipe_->colour));
}

bool TubesPage::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        const TubeSet& tubes = edits_.palette().tubes;
        for (std::size_t i = 0; i < tubes.tubes.size(); ++i)
            if (tube_rect(i).contains(help->pos())) {
                QToolTip::showText(help->globalPos(),
                                   tr("%1, tinting strength %2. A click takes it out of the set")
                                       .arg(shown(tubes.tubes[i].name))
                                       .arg(tubes.tubes[i].strength, 0, 'f', 1),
                                   this);
                return true;
            }
        QToolTip::hideText();
        return true;
    }
    return QWidget::event(event);
}

void TubesPage::mousePressEvent(QMouseEvent* event) {
    TubeSet tubes = edits_.palette().tubes;
    for (std::size_t i = 0; i < tubes.tubes.size(); ++i)
        if (tube_rect(i).contains(event->pos())) {
            tubes.tubes.erase(tubes.tubes.begin() + static_cast<std::ptrdiff_t>(i));
            return set(tr("Take out a tube"), std::move(tubes));
        }
}

}  // namespace underpaint
