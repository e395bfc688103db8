// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/walk.h"

#include <QAccessible>
#include <QPainter>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/window/main_window.h"

namespace underpaint {
namespace {

constexpr int kLookEvery = 150;  // milliseconds
constexpr double kWide = 300, kRingRoom = 4, kApart = 10;

}  // namespace

/// A frame round what is pointed at; clicks go through it.
class Walk::Ring : public QWidget {
public:
    explicit Ring(QWidget* parent) : QWidget(parent) {
        setAttribute(Qt::WA_TransparentForMouseEvents);
        setObjectName(QStringLiteral("walk_ring"));
        hide();
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(QPen(greys().bar, scaled(4)));
        painter.drawRoundedRect(QRectF(rect()).adjusted(2, 2, -2, -2), 4, 4);
        painter.setPen(QPen(greys().strong, scaled(2)));
        painter.drawRoundedRect(QRectF(rect()).adjusted(2, 2, -2, -2), 4, 4);
    }
};

Walk::Walk(MainWindow& window)
    : QWidget(window.centralWidget()),
      window_(window),
      steps_(make_steps()),
      ring_(new Ring(window.centralWidget())) {
    setObjectName(QStringLiteral("walk"));
    setFixedWidth(scaled(kWide));
    place_ = new QLabel;
    place_->setProperty("tone", "secondary");
    text_ = new QLabel;
    text_->setObjectName(QStringLiteral("walk_text"));
    text_->setWordWrap(true);
    next_ = action_button("walk_next", {}, tr("Leave this step out"));
    leave_ = action_button("walk_leave", tr("Leave"), tr("End here; the guide has it again"));
    connect(next_, &QPushButton::clicked, this, [this] { go_to(at_ + 1); });
    connect(leave_, &QPushButton::clicked, this, &Walk::leave);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(place_, 1);
    buttons->addWidget(leave_);
    buttons->addWidget(next_);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(scaled(14), scaled(12), scaled(14), scaled(12));
    column->setSpacing(scaled(10));
    column->addWidget(text_);
    column->addLayout(buttons);
    timer_.setInterval(kLookEvery);
    connect(&timer_, &QTimer::timeout, this, &Walk::look);
    // The walk is about one painting; opening another ends it.
    connect(&window_.session().document, &Document::begun, this, &Walk::leave);
    hide();
}

std::vector<WalkStep> Walk::make_steps() {
    const Session& session = window_.session();
    const auto on_bench = [this](const char* id) {
        return [this, id] { return qstrcmp(window_.bench().text().id, id) == 0; };
    };
    const auto lens = [this](Lens wanted) {
        return [this, wanted] { return window_.canvas().lens() == wanted; };
    };
    return {
        {"passes", "ledger",
         tr("The ledger has every pass in the order it was laid. A full disc is held, a half disc "
            "slips, a broken ring is lost. Choose the pass whose values are lost: click its row, "
            "or use the arrow keys."),
         [&session, this] {
             const auto pass = session.outlook.chosen_pass();
             const auto& audit = window_.meters().passes.audit();
             return pass && audit && *pass < audit->passes.size() &&
                    judged(audit->passes[*pass].value.own.p95, drift_bounds(kHeldDrift)) ==
                        Verdict::lost;
         }},
        {"passes", "lens_drift",
         tr("Where did it move values? Press Drift above the picture: what reads lighter than it "
            "was sealed is amber, what reads darker is blue."),
         lens(Lens::drift)},
        {"passes", "lens_grey",
         tr("Press Grey to see the values alone. While G is held, any bench shows them."),
         lens(Lens::grey)},
        {"passes", "findings",
         tr("The findings say what slipped and which pass did it. The buttons beside one mend it; "
            "resting on a button shows what it would leave. Press one."),
         [&session, this] { return !same_but_for_records(session.document.painting(), before_); }},
        {"passes", "bench_values",
         tr("The mend is one step: Ctrl Z takes it back. Press 2 for the Values bench, where the "
            "greys are planned and sealed."),
         on_bench("values")},
        {"values", "bench_palette",
         tr("Here parts, shapes and the range are set, on the ladder at the left. Press 4 for the "
            "palette: what colours would do to the greys, before they are laid."),
         on_bench("palette")},
        {"palette", "bench_report",
         tr("Press 6 for the report: all of it on pages, for yourself, a client or a teacher."),
         on_bench("report")},
    };
}

void Walk::begin() {
    going_ = true;
    window_.show_bench(QString::fromLatin1(steps_.front().bench));
    window_.session().outlook.set_moment(0);
    window_.canvas().set_lens(Lens::colour);
    timer_.start();
    go_to(0);
}

void Walk::leave() {
    going_ = false;
    timer_.stop();
    const bool focus = isAncestorOf(QApplication::focusWidget());
    hide();
    ring_->hide();
    if (focus) window_.canvas().setFocus();
}

void Walk::go_to(std::size_t step) {
    at_ = step;
    before_ = window_.session().document.painting();
    const bool end = at_ >= steps_.size();
    text_->setText(
        end ? tr("That was the way once through. Your own begins with Bring in a picture "
                 "in the menu at the top left. F1 opens the guide at the bench you are "
                 "on.")
            : steps_[at_].text);
    place_->setText(end ? QString()
                        : tr("Step %1 of %2").arg(at_ + 1).arg(static_cast<int>(steps_.size())));
    next_->setVisible(!end);
    next_->setText(tr("Next"));
    leave_->setText(end ? tr("Done") : tr("Leave"));
    setAccessibleName(text_->text());
    show();
    raise();
    place();
    QAccessibleEvent said(this, QAccessible::Alert);
    QAccessible::updateAccessibility(&said);
}

void Walk::look() {
    if (at_ < steps_.size() && steps_[at_].done()) return go_to(at_ + 1);
    place();
}

QWidget* Walk::target() const {
    if (at_ >= steps_.size()) return nullptr;
    auto* target = window_.findChild<QWidget*>(QLatin1String(steps_[at_].target));
    if (target != nullptr && target->isVisible()) return target;
    // A lens without room in the row is in the menu *More*.
    auto* more = window_.findChild<QWidget*>(QStringLiteral("more_lenses"));
    const bool lens = QByteArray(steps_[at_].target).startsWith("lens_");
    return lens && more != nullptr && more->isVisible() ? more : nullptr;
}

/// Beside what is pointed at and off the painting, as far as there is room.
void Walk::place() {
    adjustSize();
    const QWidget& whole = *parentWidget();
    const QWidget* pointed = target();
    const QRect inside = whole.rect().adjusted(scaled(8), scaled(8), -scaled(8), -scaled(8));
    const QRect sheet(whole.width() - scaled(kWide) - scaled(60),
                      whole.height() - height() - scaled(70), width(), height());
    if (pointed == nullptr) {
        ring_->hide();
        return setGeometry(sheet);
    }
    const QRect at(pointed->mapTo(&whole, QPoint()), pointed->size());
    const int room = scaled(kRingRoom);
    ring_->setGeometry(at.adjusted(-room, -room, room, room).intersected(whole.rect()));
    ring_->show();
    ring_->raise();
    const Canvas& canvas = window_.canvas();
    const QRect painting =
        canvas.isVisible() ? QRect(canvas.mapTo(&whole, QPoint()), canvas.size()) : QRect();
    const int apart = scaled(kApart);
    QRect best = sheet;
    int least = INT_MAX;
    for (const QPoint corner :
         {QPoint(at.left(), at.bottom() + apart), QPoint(at.left(), at.top() - apart - height()),
          QPoint(at.right() + apart, at.top()), QPoint(at.left() - apart - width(), at.top()),
          sheet.topLeft()}) {
        QRect place(corner, size());
        place.moveLeft(std::clamp(place.left(), inside.left(),
                                  std::max(inside.left(), inside.right() - width())));
        if (!inside.contains(place)) continue;
        const QRect over = place.intersected(painting), hides = place.intersected(at);
        const int cost = over.width() * over.height() + 4 * hides.width() * hides.height();
        if (cost < least) least = cost, best = place;
    }
    if (geometry() != best) setGeometry(best);
}

void Walk::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().bar);
    painter.setPen(greys().secondary);
    painter.drawRect(rect().adjusted(0, 0, -1, -1));
}

}  // namespace underpaint
