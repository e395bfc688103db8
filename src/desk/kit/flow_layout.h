// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLayout>
#include <vector>

namespace underpaint {

/// A layout that puts its widgets side by side, right-aligned, and begins a new line where the
/// next one does not fit. None is made narrower than it wants to be.
class FlowLayout : public QLayout {
public:
    explicit FlowLayout(int spacing);
    ~FlowLayout() override;

    void addItem(QLayoutItem* item) override;
    int count() const override;
    QLayoutItem* itemAt(int index) const override;
    QLayoutItem* takeAt(int index) override;
    Qt::Orientations expandingDirections() const override { return {}; }
    bool hasHeightForWidth() const override { return true; }
    int heightForWidth(int width) const override;
    /// All in one line.
    QSize sizeHint() const override;
    /// The size of the widest item.
    QSize minimumSize() const override;
    void setGeometry(const QRect& area) override;

private:
    int lay_out(const QRect& area, bool only_measure) const;

    std::vector<QLayoutItem*> items_;
};

}  // namespace underpaint
