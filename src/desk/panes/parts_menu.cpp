// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/panes/parts_menu.h"
#include "desk/kit/words.h"

#include <algorithm>

namespace underpaint {

PartsMenu::PartsMenu(const Session& session, std::function<std::vector<PartId>()> reached,
                     QWidget* parent)
    : QMenu(parent), session_(session), reached_(std::move(reached)) {
    connect(this, &QMenu::aboutToShow, this, &PartsMenu::fill);
}

void PartsMenu::fill() {
    clear();
    const std::vector<PartId> reached = reached_();
    const auto add = [&](const QString& label, bool checked, const std::vector<PartId>& leads_to) {
        QAction* action = addAction(label);
        action->setCheckable(true);
        action->setChecked(checked);
        connect(action, &QAction::triggered, this, [this, leads_to] { emit chosen(leads_to); });
    };
    add(tr("whole picture"), reached.empty(), {});
    addSeparator();
    for (const Part& part : session_.document.painting().parts) {
        std::vector<PartId> toggled = reached;
        const bool had = std::erase(toggled, part.id) > 0;
        if (!had) toggled.push_back(part.id);
        add(shown_on_button(part.name), had, toggled);
    }
}

}  // namespace underpaint
