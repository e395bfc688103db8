// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>

#include "desk/work/session.h"

namespace underpaint {

/// Changes the chosen pass, one undoable step at a time.
class PassEdits {
public:
    explicit PassEdits(Session& session) : session_(session) {}

    Session& session() const { return session_; }
    /// Null when none is chosen.
    const Pass* pass() const;
    /// The pass's source, if it is of that kind.
    template <class Kind>
    const Kind* source() const {
        const Pass* now = pass();
        return now != nullptr ? std::get_if<Kind>(&now->source) : nullptr;
    }

    /// Changes with the same gesture, one after the other, are one step.
    void change(const QString& what, const std::function<void(Pass&)>& change,
                const QString& gesture = {}) const;
    void end_gesture() const { session_.document.end_gesture(); }

private:
    Session& session_;
};

}  // namespace underpaint
