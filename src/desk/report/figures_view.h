// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QTableWidget>
#include <memory>

#include "pages/page_layout.h"

namespace underpaint {

/// Every figure of a report as a table, as the files of figures have it.
class FiguresView : public QTableWidget {
    Q_OBJECT
public:
    explicit FiguresView(QWidget* parent = nullptr);
    void show_figures_of(std::shared_ptr<const PageLayout> pages);

private:
    std::shared_ptr<const PageLayout> pages_;
};

}  // namespace underpaint
