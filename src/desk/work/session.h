// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/work/choices.h"
#include "desk/work/document.h"
#include "desk/work/outlook.h"
#include "desk/work/painter_settings.h"
#include "desk/work/paper_choice.h"
#include "desk/work/screen_in_use.h"

namespace underpaint {

/// The state that the desk works on: the one object that all panes listen to, each to its part.
struct Session {
    Document document;
    Choices choices;
    PainterSettings settings;
    PaperChoice paper;
    ScreenInUse screen;
    Outlook outlook{document};

    /// Calls a slot at each of some signals, whichever of the three has them.
    template <class Receiver, class Slot, class... Signal>
    void when(Receiver* receiver, Slot slot, Signal... heard) const {
        (QObject::connect(&owner_of(heard), heard, receiver, slot), ...);
    }

private:
    const Document& owner_of(void (Document::*)()) const { return document; }
    const Choices& owner_of(void (Choices::*)()) const { return choices; }
    const Outlook& owner_of(void (Outlook::*)()) const { return outlook; }
};

}  // namespace underpaint
