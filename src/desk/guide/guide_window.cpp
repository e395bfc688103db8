// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/guide/guide_window.h"

#include <QFileInfo>
#include <QKeyEvent>
#include <QLineEdit>
#include <QScrollBar>
#include <QTextBlock>

#include "desk/kit/look.h"
#include "desk/kit/panel.h"

namespace underpaint {
namespace {

constexpr double kHeadings[] = {17, 14, 12};  // pixels, by level of heading
constexpr double kLineHeight = 135;           // percent

/// Links stay in the guide; what lies elsewhere in the project is not shipped.
class GuideText : public QTextBrowser {
public:
    QVariant loadResource(int, const QUrl&) override { return {}; }
};

}  // namespace

GuideWindow::GuideWindow(const QStringList& benches, QWidget* parent)
    : QWidget(parent, Qt::Window), pages_(guide_pages(benches)) {
    setObjectName(QStringLiteral("guide"));
    setWindowTitle(tr("Guide – Faithful Underpaint"));
    resize(scaled(780), scaled(640));
    find_ = new QLineEdit;
    find_->setObjectName(QStringLiteral("guide_find"));
    find_->setPlaceholderText(tr("Find in the guide"));
    find_->setAccessibleName(tr("Find in the guide"));
    find_->setClearButtonEnabled(true);
    connect(find_, &QLineEdit::textChanged, this, &GuideWindow::filter);
    connect(find_, &QLineEdit::returnPressed, this, &GuideWindow::find_next);
    back_ = action_button("guide_back", tr("Back"), tr("The page before (Alt ←)"));
    connect(back_, &QPushButton::clicked, this, &GuideWindow::back);
    auto* walk = action_button("guide_walk", tr("Show me"),
                               tr("Seven steps through the demo painting, in the window itself"));
    connect(walk, &QPushButton::clicked, this, &GuideWindow::wants_walk);
    list_ = new QListWidget;
    list_->setObjectName(QStringLiteral("guide_pages"));
    list_->setAccessibleName(tr("Pages of the guide"));
    for (const GuidePage& page : pages_) list_->addItem(page.title);
    connect(list_, &QListWidget::currentRowChanged, this, [this](int row) {
        if (row >= 0) show_page(pages_[row].id, true);
    });
    text_ = new GuideText;
    text_->setObjectName(QStringLiteral("guide_text"));
    text_->setAccessibleName(tr("The page"));
    text_->setFrameShape(QFrame::NoFrame);
    text_->setOpenLinks(false);
    text_->document()->setDocumentMargin(scaled(16));
    connect(text_, &QTextBrowser::anchorClicked, this, &GuideWindow::follow);

    auto* head = new QHBoxLayout;
    head->setContentsMargins(scaled(10), scaled(8), scaled(10), scaled(8));
    head->setSpacing(scaled(8));
    head->addWidget(back_);
    head->addWidget(find_, 1);
    head->addWidget(walk);
    list_->setFixedWidth(scaled(190));
    auto* sides = new QHBoxLayout;
    sides->setSpacing(0);
    sides->addWidget(list_);
    sides->addWidget(text_, 1);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addLayout(head);
    column->addWidget(rule_line());
    column->addLayout(sides, 1);
    if (!pages_.isEmpty()) show_page(pages_.front().id, false);
}

void GuideWindow::open(const QString& page) {
    show_page(page, false);
    show();
    raise();
    activateWindow();
    text_->setFocus();
}

void GuideWindow::show_page(const QString& id, bool remember) {
    for (int i = 0; i < pages_.size(); ++i) {
        if (pages_[i].id != id || id == shown_) continue;
        if (remember && !shown_.isEmpty()) before_ << shown_;
        shown_ = id;
        const QSignalBlocker quiet(list_);
        list_->setCurrentRow(i);
        text_->document()->setDefaultFont(body_font());
        text_->setMarkdown(pages_[i].markdown);
        set_type();
        if (!find_->text().isEmpty()) text_->find(find_->text());
    }
    back_->setEnabled(!before_.isEmpty());
}

void GuideWindow::set_type() {
    for (QTextBlock block = text_->document()->begin(); block.isValid(); block = block.next()) {
        QTextCursor cursor(block);
        QTextBlockFormat format = block.blockFormat();
        format.setLineHeight(kLineHeight, QTextBlockFormat::ProportionalHeight);
        const int level = format.headingLevel();
        format.setTopMargin(level > 0 ? scaled(10) : scaled(4));
        format.setBottomMargin(scaled(4));
        cursor.setBlockFormat(format);
        if (level < 1) continue;
        cursor.select(QTextCursor::BlockUnderCursor);
        QTextCharFormat type;
        QFont font = body_font(true);
        font.setPixelSize(scaled(kHeadings[std::min(level, 3) - 1]));
        type.setFont(font);
        cursor.mergeCharFormat(type);
    }
    text_->verticalScrollBar()->setValue(0);
}

void GuideWindow::follow(const QUrl& link) {
    const QFileInfo file(link.path());
    if (file.suffix() == QLatin1String("md")) show_page(file.baseName(), true);
}

void GuideWindow::back() {
    if (!before_.isEmpty()) show_page(before_.takeLast(), false);
}

void GuideWindow::filter(const QString& words) {
    int first = -1;
    for (int i = 0; i < pages_.size(); ++i) {
        const bool has = words.isEmpty() || pages_[i].markdown.contains(words, Qt::CaseInsensitive);
        list_->item(i)->setHidden(!has);
        if (has && first < 0) first = i;
    }
    if (words.isEmpty() || first < 0) return;
    if (list_->currentItem() == nullptr || list_->currentItem()->isHidden())
        show_page(pages_[first].id, true);
    text_->moveCursor(QTextCursor::Start);
    text_->find(words);
}

/// On this page, and then on the next that has it.
void GuideWindow::find_next() {
    const QString words = find_->text();
    if (words.isEmpty() || text_->find(words)) return;
    const auto count = static_cast<int>(pages_.size());
    for (int by = 1; by <= count; ++by) {
        const int row = (list_->currentRow() + by) % count;
        if (list_->item(row)->isHidden()) continue;
        show_page(pages_[row].id, true);
        text_->moveCursor(QTextCursor::Start);
        text_->find(words);
        return;
    }
}

void GuideWindow::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) return hide();
    if (event->matches(QKeySequence::Find)) return find_->setFocus();
    if (event->key() == Qt::Key_Left && event->modifiers() == Qt::AltModifier) return back();
    QWidget::keyPressEvent(event);
}

/// Other greys: the text takes them when it is set anew.
void GuideWindow::changeEvent(QEvent* event) {
    if (event->type() == QEvent::StyleChange && !shown_.isEmpty()) {
        const QString page = std::exchange(shown_, {});
        show_page(page, false);
    }
    QWidget::changeEvent(event);
}

}  // namespace underpaint
