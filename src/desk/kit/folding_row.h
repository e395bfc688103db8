// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <vector>

class QMenu;
class QPushButton;

namespace underpaint {

/// Switches in a row, of which one is on. Those that have no room fold into a menu *More* at the
/// row's end; the one that is on always stands in the row.
class FoldingRow : public QWidget {
    Q_OBJECT
public:
    /// \param more the name of the button that opens the menu
    FoldingRow(const char* more, const QString& about_more, QWidget* parent = nullptr);
    /// At the end. A click on it, or on its entry in the menu, is its own signal.
    void add(QPushButton* button);
    /// Whether a switch is to be had at all.
    void set_wanted(const QPushButton* button, bool wanted);
    /// After a switch has another name, or is wanted where it was not.
    void fold();
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override;

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    struct Switch {
        QPushButton* button;
        bool wanted = true;
    };
    int width_of(const QPushButton& button) const;

    std::vector<Switch> switches_;
    QPushButton* more_;
    QMenu* folded_;
};

}  // namespace underpaint
