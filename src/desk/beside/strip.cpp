// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/beside/strip.h"

#include <QCloseEvent>
#include <QFileDialog>
#include <QGuiApplication>
#include <QKeyEvent>
#include <QMenu>
#include <QPainter>
#include <QPushButton>
#include <QScreen>
#include <QSettings>
#include <QStackedWidget>
#include <QStyle>
#include <QVBoxLayout>
#include <QWindow>

#include "desk/beside/doubt_page.h"
#include "desk/beside/notices.h"
#include "desk/beside/save_detail_panel.h"
#include "desk/beside/saves_list.h"
#include "desk/beside/where_view.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/work/paths.h"

namespace underpaint {
namespace {

const QString kPlace = QStringLiteral("beside/place");
constexpr int kWide = 400, kHigh = 64, kExpanded = 732;

/// Placing and staying on top are the program's own to ask for only where the system lets it.
bool may_place_itself() {
    return !QGuiApplication::platformName().startsWith(QLatin1String("wayland"));
}

/// Asks with the system's dialog, and never for the watched file itself.
AskForFile asking(QWidget& strip, const std::filesystem::path& watched) {
    AskForFile ask;
    ask.to_save = [&strip, watched](const QString& title, const QString& kinds, const QString& name,
                                    const std::function<void(const AskForFile::Path&)>& save) {
        auto path = path_of(QFileDialog::getSaveFileName(
            &strip, title, text_of(watched.parent_path() / path_of(name)), kinds));
        if (path.empty()) return;
        const auto ending = path_of(name).extension();
        if (path.extension() != ending) path += ending;
        std::error_code error;
        // A layer is never written over the watched file itself.
        if (std::filesystem::equivalent(path, watched, error)) path.replace_extension(".mend.png");
        save(path);
    };
    return ask;
}

/// A button whose sign is drawn: the font has none for these.
class SignButton : public QPushButton {
public:
    enum class Sign { open, close };
    SignButton(const char* name, Sign sign, const QString& about) : sign_(sign) {
        setObjectName(QLatin1String(name));
        setToolTip(about);
        setAccessibleName(about);
        setFixedSize(scaled(22), scaled(20));
        setCursor(Qt::ArrowCursor);
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        if (underMouse() || hasFocus())
            painter.fillRect(rect(), hasFocus() ? greys().chosen : greys().sheet);
        painter.setPen(QPen(greys().text, 1.2 * scaled(1)));
        const QPointF middle = QRectF(rect()).center();
        const double r = scaled(4);
        const auto line = [&](double x1, double y1, double x2, double y2) {
            painter.drawLine(middle + QPointF(x1, y1) * r, middle + QPointF(x2, y2) * r);
        };
        if (sign_ == Sign::close) {
            line(-0.8, -0.8, 0.8, 0.8);
            line(-0.8, 0.8, 0.8, -0.8);
        } else if (isChecked()) {
            line(-1, 0.5, 0, -0.5);
            line(0, -0.5, 1, 0.5);
        } else {
            line(-1, -0.5, 0, 0.5);
            line(0, 0.5, 1, -0.5);
        }
    }

private:
    Sign sign_;
};

QPushButton* link_button(const char* name, const QString& label, const QString& about) {
    auto* button = action_button(name, label, about);
    button->setProperty("role", "choice");
    return button;
}

}  // namespace

Strip::Strip(Watching& watching, Notices& notices, AskForFile ask, QWidget* parent)
    : QWidget(parent, Qt::Window | Qt::FramelessWindowHint | Qt::WindowStaysOnTopHint),
      watching_(watching),
      notices_(notices) {
    setObjectName(QStringLiteral("strip"));
    setAttribute(Qt::WA_DeleteOnClose, false);
    setWindowTitle(tr("%1 – Faithful Underpaint").arg(text_of(watching_.file().filename())));
    setFocusPolicy(Qt::StrongFocus);
    if (!ask.to_save) ask = asking(*this, watching_.file());
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(1, 1, 1, 1);
    column->setSpacing(0);
    column->addWidget(build_head());
    ledger_ = build_ledger(std::move(ask));
    column->addWidget(ledger_, 1);
    connect(&watching_, &Watching::changed, this, &Strip::refresh);
    connect(&watching_, &Watching::ended, this, &Strip::close);
    connect(&watching_, &Watching::grew_worse, this, [this](const QString& words) {
        notices_.tell(text_of(watching_.file().filename()), words);
    });
    set_expanded(false);
    refresh();
    go_to_kept_place();
}

QWidget* Strip::build_head() {
    auto* head = new QWidget;
    head->setFixedHeight(scaled(kHigh) - 2);
    auto* name = new ElidedLabel;
    name->setFont(body_font(true));
    name->setObjectName(QStringLiteral("watched_file"));
    name->say(text_of(watching_.file().filename()));
    name->setToolTip(text_of(watching_.file()));
    when_ = new ElidedLabel;
    when_->setObjectName(QStringLiteral("saved_when"));
    when_->setProperty("tone", "secondary");
    open_ = new SignButton("expand", SignButton::Sign::open, tr("The ledger of saves (Space)"));
    open_->setCheckable(true);
    auto* close = new SignButton("close", SignButton::Sign::close,
                                 tr("Stop watching. The saves are kept (Ctrl W)"));
    connect(open_, &QPushButton::toggled, this, &Strip::set_expanded);
    connect(close, &QPushButton::clicked, this, &Strip::close);
    auto* first = new QHBoxLayout;
    first->setSpacing(scaled(10));
    // As wide as the file's name, up to a limit that leaves room for the time of the save.
    name->setSizePolicy(QSizePolicy::Fixed, QSizePolicy::Preferred);
    name->setFixedWidth(std::min(name->sizeHint().width() + 2, scaled(170)));
    first->addWidget(name);
    first->addWidget(when_, 1);
    first->addWidget(open_);
    first->addWidget(close);

    figures_ = new QWidget;
    auto* figures = new QHBoxLayout(figures_);
    figures->setContentsMargins(0, 0, 0, 0);
    figures->setSpacing(scaled(4));
    for (std::size_t i = 0; i < kSaveColumns; ++i) {
        marks_[i] = new VerdictMark;
        balances_[i] = new QLabel;
        balances_[i]->setFont(figure_font(15));
        balances_[i]->setObjectName(QStringLiteral("strip_figure_%1").arg(i));
        // A fixed width, so that what follows does not move.
        balances_[i]->setFixedWidth(scaled(47));
        figures->addWidget(marks_[i]);
        figures->addWidget(balances_[i]);
    }
    since_ = new ElidedLabel;
    since_->setObjectName(QStringLiteral("strip_since"));
    since_->setProperty("tone", "secondary");
    since_->setFont(secondary_font());
    since_->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    figures->addWidget(since_, 1);
    told_ = new ElidedLabel;
    told_->setObjectName(QStringLiteral("strip_told"));
    auto* second = new QHBoxLayout;
    second->addWidget(figures_, 1);
    second->addWidget(told_, 1);

    auto* column = new QVBoxLayout(head);
    column->setContentsMargins(scaled(10), scaled(6), scaled(8), scaled(6));
    column->setSpacing(scaled(2));
    column->addLayout(first, 1);
    column->addLayout(second, 1);
    return head;
}

QWidget* Strip::build_ledger(AskForFile ask) {
    saves_ = new SavesList(watching_);
    where_ = new WhereView;
    detail_ = new SaveDetailPanel(watching_, std::move(ask));
    doubt_ = new DoubtPage(watching_);
    list_ = new QStackedWidget;
    list_->addWidget(saves_);
    list_->addWidget(where_);
    // Details are worked out only while they are shown.
    connect(saves_, &SavesList::chosen_changed, this, [this] {
        if (expanded()) detail_->show_save(saves_->chosen());
    });
    connect(detail_, &SaveDetailPanel::wants_where, this, [this] { show_where(true); });
    connect(detail_, &SaveDetailPanel::detail_changed, this, [this] {
        if (list_->currentWidget() == where_ && !detail_->detail()) show_where(false);
    });
    connect(where_, &WhereView::closed, this, [this] { show_where(false); });

    auto* stop = link_button("stop_watching", tr("Stop watching"),
                             tr("Closes the strip. The saves are kept"));
    connect(stop, &QPushButton::clicked, this, &Strip::close);
    auto* notice = link_button("tell_by_notice", {},
                               tr("A notice of the desktop when a column "
                                  "stands worse than at the save before"));
    const auto name_notice = [this, notice] {
        show_choice(notice, notices_.wanted() ? tr("Telling by a notice") : tr("No notices"));
    };
    set_menu(notice, [this, name_notice](QMenu& menu) {
        for (const bool wanted : {false, true}) {
            QAction* action = menu.addAction(wanted ? tr("Tell me by a notice when it gets worse")
                                                    : tr("No notices"));
            action->setObjectName(wanted ? QStringLiteral("notices_on")
                                         : QStringLiteral("notices_off"));
            action->setCheckable(true);
            action->setChecked(notices_.wanted() == wanted);
            connect(action, &QAction::triggered, this, [this, wanted, name_notice] {
                notices_.set_wanted(wanted);
                name_notice();
            });
        }
    });
    name_notice();
    auto* here = link_button("open_here", tr("Open here"),
                             tr("The chosen save over the seal, in the large window"));
    connect(here, &QPushButton::clicked, this, [this] {
        if (const auto row = saves_->chosen())
            emit wants_opening(saves_->saves().save(*row).number);
    });
    auto* links = new QHBoxLayout;
    links->setContentsMargins(scaled(12), 0, scaled(12), scaled(8));
    links->setSpacing(scaled(18));
    links->addWidget(stop);
    links->addWidget(notice);
    links->addWidget(here);
    links->addStretch(1);

    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(new SavesHeader(text_of(watching_.file().filename())));
    column->addWidget(list_, 1);
    column->addWidget(rule_line());
    column->addWidget(detail_);
    column->addLayout(links);
    pages_ = new QStackedWidget;
    pages_->addWidget(page);
    pages_->addWidget(doubt_);
    return pages_;
}

bool Strip::expanded() const {
    return !ledger_->isHidden();
}

void Strip::set_expanded(bool on) {
    open_->setChecked(on);
    ledger_->setVisible(on);
    setFixedWidth(scaled(kWide));
    const int room = screen() != nullptr ? screen()->availableGeometry().height() : kExpanded;
    setFixedHeight(on ? std::min(scaled(kExpanded), room) : scaled(kHigh));
    // The expanded strip is moved on to the screen, so that its buttons stay in reach.
    if (on && isVisible() && screen() != nullptr && may_place_itself()) {
        const QRect available = screen()->availableGeometry();
        if (y() + height() > available.bottom() + 1)
            move(x(), std::max(available.top(), available.bottom() + 1 - height()));
    }
    if (!on) return;
    detail_->show_save(saves_->chosen());
    saves_->setFocus();
}

bool Strip::settled() const {
    return saves_->saves().finished() && detail_->finished() && !watching_.sketch();
}

void Strip::refresh() {
    const auto& saves = watching_.saves();
    const KeptSave* last = saves.empty() ? nullptr : &saves.back();
    when_->say(last == nullptr
                   ? tr("not saved yet")
                   : tr("saved %1, the %2").arg(time_of(last->when), ordinal(last->number)));
    QString told;
    if (!watching_.trouble().isEmpty())
        told = watching_.trouble();
    else if (watching_.doubt())
        told = watching_.doubt()->may_be ? tr("Is this the same picture? Greys agree by %1%")
                                               .arg(100 * watching_.doubt()->certainty, 0, 'f', 0)
                                         : tr("This is another picture than was sealed");
    else if (last == nullptr)
        told = watching_.sketch() ? tr("Measuring the first save …")
                                  : tr("Waiting for the first save");
    told_->say(told);
    told_->setVisible(!told.isEmpty());
    figures_->setVisible(told.isEmpty());
    for (std::size_t i = 0; last != nullptr && i < kSaveColumns; ++i) {
        const SaveFigure& figure = last->figures[i];
        const bool measured = !figure.balance.empty();
        QString text = measured ? QString::fromStdString(figure.balance) : QStringLiteral("–");
        if (i == 0 && watching_.sketch())
            text = QStringLiteral("≈ %1").arg(watching_.sketch()->value, 0, 'f', 2);
        balances_[i]->setText(text);
        // Figures of a newer save are being made: those shown belong to the save before.
        balances_[i]->setEnabled(!watching_.sketch() || i == 0);
        marks_[i]->set_verdict(measured ? std::optional(figure.verdict) : std::nullopt);
    }
    if (watching_.sketch() && last != nullptr)
        since_->say(tr("measuring …"));
    else if (last != nullptr && saves.size() > 1)
        since_->say(tr("since %1: %2")
                        .arg(saves[saves.size() - 2].number)
                        .arg(last->changed.empty() ? tr("values stand")
                                                   : QString::fromStdString(last->changed)));
    else
        since_->say(last != nullptr ? tr("as sealed") : QString());
    const bool doubt = watching_.doubt().has_value();
    if (doubt) doubt_->follow();
    if (QWidget* page = pages_->widget(doubt ? 1 : 0); pages_->currentWidget() != page)
        pages_->setCurrentWidget(page);
}

void Strip::show_where(bool on) {
    if (on && !detail_->detail()) return;
    if (on) {
        const SaveDetail& detail = *detail_->detail();
        where_->show_place(detail.now, detail.place);
        list_->setCurrentWidget(where_);
        where_->setFocus();
    } else {
        list_->setCurrentWidget(saves_);
        saves_->setFocus();
    }
}

void Strip::go_to_kept_place() {
    if (!may_place_itself() || screen() == nullptr) return;
    const QRect available = screen()->availableGeometry();
    const QPoint corner(available.right() - width() - scaled(32), available.top() + scaled(32));
    const QPoint kept = QSettings().value(kPlace, corner).toPoint();
    // The screen that the strip was on may be gone.
    const bool seen = QGuiApplication::screenAt(kept + QPoint(width() / 2, scaled(kHigh) / 2));
    move(seen ? kept : corner);
    placed_ = true;
}

void Strip::moveEvent(QMoveEvent*) {
    if (placed_ && isVisible()) QSettings().setValue(kPlace, pos());
}

void Strip::changeEvent(QEvent* event) {
    if (event->type() == QEvent::StyleChange) update();
    QWidget::changeEvent(event);
}

void Strip::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().sheet);
    painter.fillRect(QRect(0, 0, width(), scaled(kHigh)), greys().bar);
    painter.setPen(greys().rule);
    painter.drawRect(rect().adjusted(0, 0, -1, -1));
    if (expanded()) painter.drawLine(0, scaled(kHigh) - 1, width(), scaled(kHigh) - 1);
    if (!hasFocus()) return;
    painter.setPen(greys().secondary);
    painter.drawRect(QRect(0, 0, width() - 1, scaled(kHigh) - 1));
}

void Strip::mousePressEvent(QMouseEvent* event) {
    if (event->button() == Qt::LeftButton && windowHandle() != nullptr)
        windowHandle()->startSystemMove();
}

void Strip::mouseDoubleClickEvent(QMouseEvent* event) {
    if (event->position().y() < scaled(kHigh)) set_expanded(!expanded());
}

void Strip::keyPressEvent(QKeyEvent* event) {
    const bool control = event->modifiers().testFlag(Qt::ControlModifier);
    if (control && (event->key() == Qt::Key_W || event->key() == Qt::Key_Q)) {
        close();
    } else if (event->key() == Qt::Key_Space || event->key() == Qt::Key_Return) {
        set_expanded(!expanded());
    } else if (event->key() == Qt::Key_Escape && expanded()) {
        set_expanded(false);
        setFocus();
    } else {
        QWidget::keyPressEvent(event);
    }
}

void Strip::closeEvent(QCloseEvent* event) {
    event->accept();
    emit closed();
}

}  // namespace underpaint
