// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMenu>
#include <functional>

#include "desk/work/session.h"

namespace underpaint {

/// The whole picture and each part, to choose those that a pass lands on.
class PartsMenu : public QMenu {
    Q_OBJECT
public:
    /// `reached` says, whenever the menu opens, which parts are; none of them is the whole picture.
    PartsMenu(const Session& session, std::function<std::vector<PartId>()> reached,
              QWidget* parent = nullptr);

signals:
    void chosen(const std::vector<PartId>& parts);

private:
    void fill();

    const Session& session_;
    std::function<std::vector<PartId>()> reached_;
};

}  // namespace underpaint
