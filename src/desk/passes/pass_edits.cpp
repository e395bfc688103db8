// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/pass_edits.h"

#include "painting/changes.h"

namespace underpaint {

const Pass* PassEdits::pass() const {
    const auto place = session_.outlook.chosen_pass();
    return place ? &session_.document.painting().passes[*place] : nullptr;
}

void PassEdits::change(const QString& what, const std::function<void(Pass&)>& change,
                       const QString& gesture) const {
    const auto place = session_.outlook.chosen_pass();
    if (!place) return;
    Pass changed = *pass();
    change(changed);
    session_.document.change(
        what, with_changed_pass(session_.document.painting(), *place, std::move(changed)),
        gesture.isEmpty() ? gesture : gesture + QString::number(*place));
}

}  // namespace underpaint
