// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/editors/reference_choice.h"

#include <QMenu>

#include "desk/kit/words.h"
#include "files/kept_pictures.h"

namespace underpaint {

void choose_reference(QWidget& button, const Brief& brief,
                      const std::function<void(const Picture&)>& take,
                      const std::function<void()>& ask_for_file) {
    if (brief.references.empty()) return ask_for_file();
    auto* menu = new QMenu(&button);
    menu->setObjectName(QStringLiteral("reference_menu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    for (const Reference& reference : brief.references)
        QObject::connect(menu->addAction(shown_on_button(reference.picture.name)),
                         &QAction::triggered, &button, [take, kept = reference.picture] {
                             if (const auto pixels = pixels_of(kept)) take(*pixels);
                         });
    menu->addSeparator();
    QObject::connect(menu->addAction(QObject::tr("A file…")), &QAction::triggered, &button,
                     ask_for_file);
    menu->popup(button.mapToGlobal(QPoint(0, button.height())));
}

}  // namespace underpaint
