// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/panes/top_bar.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QSettings>
#include <QStyle>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"

namespace underpaint {

TopBar::TopBar(Session& session, const BriefMeter& brief, const TimeKeeper& time, QMenu* file_menu,
               QWidget* parent)
    : QWidget(parent), session_(session), brief_(brief), time_(time) {
    setObjectName(QStringLiteral("top_bar"));
    setAttribute(Qt::WA_StyledBackground);
    setFixedHeight(scaled(40));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(scaled(14), 0, scaled(12), 1);
    row->setSpacing(0);

    title_ = menu_button("file_menu", tr("Open, save, bring in, export"), file_menu);
    title_->setProperty("role", "title");
    title_->setSizePolicy(QSizePolicy::Fixed, QSizePolicy::Expanding);
    row->addWidget(title_);
    tab_row_ = new QHBoxLayout;
    row->addLayout(tab_row_);
    row->addStretch(1);
    rest_ = new QLabel;
    rest_->setObjectName(QStringLiteral("rest_mark"));
    rest_->setProperty("tone", "secondary");
    rest_->setToolTip(tr("A few minutes without the screen rest eyes and hands"));
    row->addWidget(rest_);
    row->addSpacing(scaled(12));
    step_ = menu_button("step_in_hand",
                        tr("The step of the route that is in hand; goes on with it"), nullptr);
    steps_ = new QMenu(this);
    connect(step_, &QPushButton::clicked, this, [this] {
        if (brief_.ahead() == nullptr) emit go_on_wanted();
    });
    row->addWidget(step_);
    row->addSpacing(scaled(22));
    reader_ =
        menu_button("reader", tr("The formula that says how light a colour reads"), reader_menu());
    surround_ = menu_button("surround", tr("The value around the painting"), surround_menu());
    scale_ = menu_button("scale", tr("How steps are counted on the Values bench"), scale_menu());
    row->addWidget(reader_);
    row->addSpacing(scaled(22));
    row->addWidget(scale_);
    row->addSpacing(scaled(22));
    row->addWidget(surround_);

    session_.when(this, &TopBar::refresh, &Document::changed, &Document::saved_changed,
                  &Choices::reader_changed, &Choices::surround_changed, &Choices::scale_changed);
    connect(&brief_, &BriefMeter::standing_changed, this, &TopBar::refresh_step);
    connect(&time_, &TimeKeeper::rest_due_changed, this, &TopBar::refresh_step);
    refresh();
    refresh_step();
}

/// Room is kept for neither: they stand in the free middle of the bar, and nothing else moves.
void TopBar::refresh_step() {
    const RouteStep* step = brief_.in_hand();
    const QFontMetrics metrics(body_font());
    step_->setVisible(step != nullptr);
    if (step != nullptr)
        step_->setToolTip(tr("%1: the step of the route that is in hand; goes on with it")
                              .arg(shown(step->name)));
    if (step != nullptr)
        step_->setText(QStringLiteral("▸ ") + metrics.elidedText(shown_on_button(step->name),
                                                                 Qt::ElideRight,
                                                                 scaled(narrow() ? 70 : 150)));
    const RouteStep* ahead = step != nullptr ? brief_.ahead() : nullptr;
    step_->setMenu(ahead != nullptr ? steps_ : nullptr);
    steps_->clear();
    if (ahead != nullptr) {
        connect(steps_->addAction(tr("Go on with %1").arg(shown(step->name))), &QAction::triggered,
                this, &TopBar::go_on_wanted);
        QAction* there =
            steps_->addAction(tr("Take up %1, where the work is").arg(shown(ahead->name)));
        there->setObjectName(QStringLiteral("step_ahead"));
        connect(there, &QAction::triggered, this,
                [this, id = QString::fromStdString(ahead->id)] { emit step_wanted(id); });
    }
    rest_->setVisible(time_.rest_due());
    rest_->setText(tr("%1 min at a stretch").arg(time_.at_a_stretch().count()));
}

/// In a narrow window the tabs stand closer, so that no word is cut.
void TopBar::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    const bool is_narrow = narrow();
    for (const auto& [bench, tab] : tabs_) {
        if (tab->property("narrow").toBool() == is_narrow) continue;
        tab->setProperty("narrow", is_narrow);
        tab->style()->unpolish(tab);
        tab->style()->polish(tab);
    }
    refresh_step();
}

bool TopBar::narrow() const {
    return width() < scaled(1180);
}

void TopBar::add_benches(const std::vector<Bench*>& benches) {
    for (const Bench* bench : benches) {
        const BenchText& text = bench->text();
        auto* tab = new QPushButton(QStringLiteral("%1 %2").arg(bench->key()).arg(tr(text.label)));
        tab->setObjectName(QStringLiteral("bench_") + QString::fromLatin1(text.id));
        tab->setProperty("role", "tab");
        tab->setCheckable(true);
        tab->setAutoExclusive(true);
        tab->setSizePolicy(QSizePolicy::Minimum, QSizePolicy::Expanding);
        tab->setToolTip(QStringLiteral("%1 (%2)").arg(tr(text.about)).arg(bench->key()));
        connect(tab, &QPushButton::clicked, this,
                [this, id = text.id] { emit bench_wanted(QString::fromLatin1(id)); });
        tabs_[bench] = tab;
        tab_row_->addWidget(tab);
    }
}

QPushButton* TopBar::menu_button(const char* name, const QString& about, QMenu* menu) {
    auto* button = new QPushButton;
    button->setObjectName(QString::fromLatin1(name));
    button->setProperty("role", "choice");
    button->setToolTip(about);
    if (menu != nullptr) button->setMenu(menu);
    return button;
}

QMenu* TopBar::reader_menu() {
    auto* menu = new QMenu(this);
    menu->setToolTipsVisible(true);
    for (const ReaderText& text : kReaders) {
        QAction* action = menu->addAction(from_view(text.label));
        action->setToolTip(from_view(text.about));
        connect(action, &QAction::triggered, this,
                [this, reader = text.reader] { session_.choices.set_reader(reader); });
    }
    return menu;
}

QMenu* TopBar::scale_menu() {
    static const QString kKept = QStringLiteral("steps/zero_to_ten");
    auto* menu = new QMenu(this);
    for (const auto& [label, scale] :
         {std::pair(tr("1–9, the middle is 5"), ValueScale::one_to_nine),
          {tr("0–10, tenths of L*"), ValueScale::zero_to_ten}})
        connect(menu->addAction(label), &QAction::triggered, this, [this, scale = scale] {
            QSettings().setValue(kKept, scale == ValueScale::zero_to_ten);
            session_.choices.set_scale(scale);
        });
    if (QSettings().value(kKept).toBool()) session_.choices.set_scale(ValueScale::zero_to_ten);
    return menu;
}

QMenu* TopBar::surround_menu() {
    auto* menu = new QMenu(this);
    for (int step = 9; step >= 1; --step)
        connect(menu->addAction(QString::number(step)), &QAction::triggered, this,
                [this, step] { session_.choices.set_surround(step); });
    return menu;
}

void TopBar::set_bench(const Bench& bench) {
    tabs_.at(&bench)->setChecked(true);
    scale_->setVisible(bench.says_chosen_scale());
}

void TopBar::refresh() {
    const QFontMetrics metrics(body_font(true));
    const QString edited = QStringLiteral(" ·  edited"), arrow = QStringLiteral("  ▾");
    QString name = tr("No painting");
    if (session_.document.has_painting())
        name = metrics.elidedText(shown(session_.document.painting().name), Qt::ElideMiddle,
                                  scaled(200));
    // Room for the word is reserved, so that the benches do not move when it appears.
    title_->setFixedWidth(
        std::max(scaled(118), metrics.horizontalAdvance(name + edited + arrow) + scaled(22)));
    if (session_.document.unsaved()) name += edited;
    title_->setText(name + arrow);
    title_->setAccessibleName(tr("%1: file menu").arg(name));
    reader_->setText(
        tr("Read values as  %1 ▾").arg(from_view(text_of(session_.choices.reader()).label)));
    scale_->setText(session_.choices.scale() == ValueScale::one_to_nine ? tr("Steps  1–9 ▾")
                                                                        : tr("Steps  0–10 ▾"));
    surround_->setText(tr("Surround  %1 ▾").arg(step_in_words(session_.choices.surround())));
}

}  // namespace underpaint
