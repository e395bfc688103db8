// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/practice/study_board.h"

#include <QButtonGroup>
#include <QGridLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>

#include "desk/kit/folding_row.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/screen_image.h"
#include "desk/kit/words.h"
#include "practice/photograph.h"
#include "raster/shrink.h"

namespace underpaint {
namespace {

constexpr double kLargeSide = 300;  // height of the compared pictures, pixels
// Height over width of a slot's picture; height of what is below it.
constexpr double kSlotShape = 0.78, kSlotRest = 60;
constexpr double kMostMinutes = 6000;  // a hundred hours

}  // namespace

std::array<const Picture*, 3> pictures_of(const StudyFigures& figures) {
    return {&figures.study, &figures.reference, &figures.differ};
}

QStringList picture_names(StudyKind kind) {
    const bool flat = kind == StudyKind::two || kind == StudyKind::three;
    return {QObject::tr("yours"),
            flat ? QObject::tr("best of the reference") : QObject::tr("the reference"),
            QObject::tr("where they differ")};
}

StudyBoard::StudyBoard(const Desk& desk, QWidget* parent)
    : QWidget(parent), desk_(desk), measuring_(this, Urgency::figures, "a study") {
    setObjectName(QStringLiteral("study_board"));
    auto* tabs = new FoldingRow("more_studies", tr("The kinds of study that have no room here"));
    tabs->layout()->setContentsMargins(0, scaled(4), 0, scaled(4));
    tabs->layout()->setSpacing(0);
    kinds_ = new QButtonGroup(this);
    for (const StudyKindText& kind : kStudyKinds) {
        auto* button = switch_button(("study_" + std::string(kind.id)).c_str(),
                                     from_view(kind.label), tr("What kind of study it is"));
        kinds_->addButton(button, static_cast<int>(kind.kind));
        tabs->add(button);
    }
    auto* back = action_button("study_back", tr("Back to the drills"), tr("Escape"));
    connect(back, &QPushButton::clicked, this, &StudyBoard::left);
    auto* head = new QHBoxLayout;
    head->addWidget(tabs, 1);
    head->addWidget(back);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(scaled(14), scaled(8), scaled(14), scaled(10));
    column->setSpacing(scaled(10));
    column->addLayout(head);
    column->addWidget(intake_ = make_intake(), 1);
    column->addWidget(result_ = make_result(), 1);
    connect(kinds_, &QButtonGroup::idClicked, this, [this] { show_measured(nullptr); });
    connect(&measuring_, &LatestJob::ended, this, &StudyBoard::refresh);
    begin(StudyKind::two);
}

QWidget* StudyBoard::make_intake() {
    auto* page = new QWidget;
    study_ = new StudySlot(desk_, "study", tr("Your study"));
    reference_ = new StudySlot(desk_, "reference", tr("What it is a study of"));
    photograph_ = switch_button("study_photograph", tr("A photograph of it"),
                                tr("Set its four corners; what is outside is cut away, and the "
                                   "perspective taken out"));
    even_ = switch_button("study_even", tr("Even out its light"),
                          tr("Takes the slope of the light out that it was photographed in"));
    connect(photograph_, &QPushButton::toggled, this, [this](bool on) {
        study_->set_photograph(on);
        even_->setChecked(on);
        if (on) study_->setFocus();
    });
    minutes_ = new QLineEdit;
    minutes_->setObjectName(QStringLiteral("study_minutes"));
    minutes_->setAccessibleName(tr("Minutes it took"));
    minutes_->setInputMethodHints(Qt::ImhFormattedNumbersOnly);
    minutes_->setFixedWidth(scaled(56));
    minutes_->setAlignment(Qt::AlignRight);
    minutes_->setMaxLength(6);
    minutes_->setProperty("role", "field");
    measure_ = action_button("study_measure", tr("Measure"),
                             tr("Lays the study on the reference and compares them"));
    connect(measure_, &QPushButton::clicked, this, &StudyBoard::measure);
    for (StudySlot* slot : {study_, reference_})
        connect(slot, &StudySlot::changed, this, [this] {
            trouble_.clear();
            refresh();
        });
    words_ = hint_label();
    words_->setObjectName(QStringLiteral("study_board_words"));
    words_->setMinimumHeight(scaled(34));
    words_->setAlignment(Qt::AlignTop);
    auto* slots_row = new QHBoxLayout;
    slots_row->setSpacing(scaled(14));
    slots_row->addWidget(study_, 1);
    slots_row->addWidget(reference_, 1);
    auto* row = new QHBoxLayout;
    row->setSpacing(scaled(8));
    row->addWidget(photograph_);
    row->addWidget(even_);
    row->addStretch(1);
    row->addWidget(new QLabel(tr("It took")));
    row->addWidget(minutes_);
    row->addWidget(new QLabel(tr("min")));
    row->addSpacing(scaled(8));
    row->addWidget(measure_);
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(10));
    column->addLayout(slots_row, 1);
    column->addLayout(row);
    column->addWidget(words_);
    column->addStretch(0);
    return page;
}

QWidget* StudyBoard::make_result() {
    auto* page = new QWidget;
    // Two rows of two: the words take the place of a fourth picture.
    auto* grid = new QGridLayout;
    grid->setSpacing(scaled(12));
    for (int i = 0; i < static_cast<int>(pictures_.size()); ++i) {
        QLabel*& picture = pictures_[static_cast<std::size_t>(i)];
        picture = new QLabel;
        picture->setAlignment(Qt::AlignLeft | Qt::AlignBottom);
        picture->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
        auto* name = new QLabel;
        name->setObjectName(QStringLiteral("study_large_name_%1").arg(i));
        name->setProperty("tone", "secondary");
        auto* box = new QVBoxLayout;
        box->setSpacing(scaled(4));
        box->addWidget(picture);
        box->addWidget(name);
        grid->addLayout(box, i / 2, i % 2);
    }
    result_words_ = new QLabel;
    result_words_->setWordWrap(true);
    result_words_->setAlignment(Qt::AlignTop);
    result_words_->setObjectName(QStringLiteral("study_result"));
    another_ = action_button("study_another", tr("Bring in another"), tr("Another study"));
    connect(another_, &QPushButton::clicked, this, [this] { show_measured(nullptr); });
    auto* said = new QVBoxLayout;
    said->setSpacing(scaled(14));
    said->addWidget(result_words_);
    said->addWidget(another_, 0, Qt::AlignLeft);
    said->addStretch(1);
    grid->addLayout(said, 1, 1);
    for (const int column : {0, 1}) grid->setColumnStretch(column, 1);
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    column->addLayout(grid);
    column->addStretch(1);
    return page;
}

StudyKind StudyBoard::kind() const {
    return static_cast<StudyKind>(kinds_->checkedId());
}

void StudyBoard::begin(StudyKind kind) {
    kinds_->button(static_cast<int>(kind))->setChecked(true);
    show_measured(nullptr);
}

void StudyBoard::show_measured(const MeasuredStudy* study) {
    intake_->setVisible(study == nullptr);
    result_->setVisible(study != nullptr);
    if (study == nullptr) return refresh();
    const QStringList names = picture_names(study->figures.kind);
    const auto all = pictures_of(study->figures);
    for (std::size_t i = 0; i < pictures_.size(); ++i) {
        const int wide = std::max(scaled(120), (width() - scaled(40)) / 2);
        const QImage image =
            image_of(shrunk(*all[i], scaled(kLargeSide) * 2), desk_.session.screen.transform());
        pictures_[i]->setPixmap(QPixmap::fromImage(image.scaled(
            QSize(wide, scaled(kLargeSide)), Qt::KeepAspectRatio, Qt::SmoothTransformation)));
        pictures_[i]->setAccessibleName(names[static_cast<qsizetype>(i)]);
        result_->findChild<QLabel*>(QStringLiteral("study_large_name_%1").arg(i))
            ->setText(names[static_cast<qsizetype>(i)]);
    }
    result_words_->setText(QString::fromStdString(in_words(study->figures)));
    another_->setFocus();
}

void StudyBoard::refresh() {
    const bool ready = study_->picture() && reference_->picture();
    measure_->setEnabled(ready && !measuring_.running());
    even_->setVisible(photograph_->isChecked());
    if (measuring_.running()) return words_->setText(tr("It is being measured."));
    if (!trouble_.isEmpty()) return words_->setText(trouble_);
    words_->setText(
        photograph_->isChecked()
            ? tr("Drag the four corners to those of the study; Space takes the next one, arrows "
                 "move it, with Shift by ten.")
        : ready ? QString()
                : tr("The study is laid on the reference whatever its size, turned or mirrored."));
}

void StudyBoard::measure() {
    trouble_.clear();
    StudyOptions options;
    options.reader = desk_.session.choices.reader();
    options.even_out_light = photograph_->isChecked() && even_->isChecked();
    if (desk_.session.document.has_painting())
        for (const PaletteColour& each : desk_.session.document.painting().palette.colours)
            options.palette.push_back(each.colour);
    bool said = false;
    const double minutes = step_from_words(minutes_->text(), &said);
    if (!minutes_->text().trimmed().isEmpty() &&
        !(said && minutes >= 0 && minutes <= kMostMinutes)) {
        trouble_ = tr("The minutes it took are a number up to %1.").arg(kMostMinutes);
        return refresh();
    }
    measuring_.start(
        [this, options, kind = kind(), name = study_->name(), minutes = said ? minutes : 0,
         mine = study_->picture(), theirs = reference_->picture(),
         corners = study_->corners()](const std::stop_token& stop, const Deliver& deliver) {
            std::optional<Picture> study =
                corners ? without_perspective(*mine, *corners) : std::optional(*mine);
            if (!study)
                return deliver(
                    [this] { trouble_ = tr("The corners cross: drag each to its own corner."); });
            auto figures = measure_study(std::move(*study), *theirs, kind, options, stop);
            if (!figures) return;
            deliver([this, measured = MeasuredStudy{std::move(*figures), name, minutes}] {
                show_measured(&measured);
                emit this->measured(measured);
            });
        });
    refresh();
}

/// So high as a lying picture needs, and what is said of it stands under it.
void StudyBoard::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    const int high = qRound(kSlotShape * width() / 2) + scaled(kSlotRest);
    for (StudySlot* slot : {study_, reference_}) slot->setMaximumHeight(high);
}

void StudyBoard::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) return emit left();
    QWidget::keyPressEvent(event);
}

}  // namespace underpaint
