// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>
#include <QPushButton>
#include <QWidget>
#include <vector>

#include "desk/brief/picture_card.h"
#include "desk/panes/bench.h"
#include "files/kept_pictures.h"

class QGridLayout;
class QHBoxLayout;

namespace underpaint {

class ElidedLabel;

/// Cards side by side under a title, with a button that brings in more: by file, drop or paste.
class PictureStrip : public QWidget {
    Q_OBJECT
public:
    PictureStrip(const Desk& desk, const char* name, const QString& title, const Keeping& keeping,
                 QWidget* parent = nullptr);

    /// Sets the number of cards, at most `columns` in a row; cards are kept where there are enough.
    void set_cards(std::size_t count, int columns);
    PictureCard& card(std::size_t at) { return *cards_[at]; }
    std::size_t cards() const { return cards_.size(); }
    void set_about(const QString& about);
    /// Sets the text shown while there is no card.
    void set_empty(const QString& text);
    void add_button(QPushButton* button);
    void say(const QString& trouble);
    bool finished() const { return !reading_.running(); }

    void ask();
    /// Whatever is on the clipboard: a picture, or files.
    void paste();

signals:
    void brought(const underpaint::KeptPicture& picture);
    void card_made(int at);

protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void lay_out();
    void read(const QStringList& files);
    void take(const QMimeData& dropped);

    Desk desk_;
    Keeping keeping_;
    LatestJob reading_;
    ElidedLabel* about_;
    QLabel *trouble_, *empty_;
    QHBoxLayout* head_;
    QGridLayout* grid_;
    std::vector<PictureCard*> cards_;
    int most_columns_ = 3;
};

}  // namespace underpaint
