// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QListWidget>
#include <QTextBrowser>
#include <QWidget>

#include "desk/guide/guide_pages.h"

class QLineEdit;
class QPushButton;

namespace underpaint {

/// The guide in a window of its own, so that it can be read beside the work. Nothing in it comes
/// from elsewhere than from the program.
class GuideWindow : public QWidget {
    Q_OBJECT
public:
    /// \param benches ids of the benches, whose pages come first
    explicit GuideWindow(const QStringList& benches, QWidget* parent = nullptr);

    /// Shows a page and comes to the front; the page that was shown last where there is none of
    /// that name.
    void open(const QString& page);

signals:
    void wants_walk();

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void changeEvent(QEvent* event) override;

private:
    void show_page(const QString& id, bool remember);
    void follow(const QUrl& link);
    void back();
    void filter(const QString& words);
    void find_next();
    /// Headings and spaces that the text's own format has not.
    void set_type();

    const QList<GuidePage> pages_;
    QString shown_;
    QStringList before_;
    QLineEdit* find_;
    QPushButton* back_;
    QListWidget* list_;
    QTextBrowser* text_;
};

}  // namespace underpaint
