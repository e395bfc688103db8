// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/keys_sheet.h"

#include <QGridLayout>
#include <QLabel>
#include <span>

#include "desk/kit/look.h"
#include "desk/kit/panel.h"

namespace underpaint {
namespace {

struct Key {
    const char *keys, *does;
};
struct KeyGroup {
    const char* title;
    std::vector<Key> keys;
};

const std::vector<KeyGroup>& groups() {
    static const std::vector<KeyGroup> all{
        {QT_TRANSLATE_NOOP("Keys", "Benches and files"),
         {{"1  2  3", "Brief, Values, Passes"},
          {"Ctrl O", "open a painting"},
          {"Ctrl Shift O", "bring in a picture"},
          {"Ctrl S", "save"},
          {"Ctrl Shift S", "save under another name"},
          {"Ctrl E", "export a PNG"},
          {"Ctrl Z", "undo"},
          {"Ctrl Shift Z", "redo"},
          {"?", "this sheet"},
          {"Ctrl Q", "quit"}}},
        {QT_TRANSLATE_NOOP("Keys", "Looking, while held"),
         {{"G", "grey"}, {"S", "the seal"}, {"B", "before this pass"}, {"Q", "squint"}}},
        {QT_TRANSLATE_NOOP("Keys", "The picture"),
         {{"F", "mirror"},
          {"U", "upend"},
          {"Ctrl 0", "fit"},
          {"Ctrl 1", "one to one"},
          {"Wheel", "zoom about the pointer"},
          {"Esc", "show everything again; put a tool down"}}},
        {QT_TRANSLATE_NOOP("Keys", "Brief"),
         {{"Enter", "choose a thumbnail; go on with a step"},
          {"← →", "the better one of a pair"},
          {"M", "mirror both of a pair"},
          {"Ctrl V", "bring in what is on the clipboard"}}},
        {QT_TRANSLATE_NOOP("Keys", "Ledger"),
         {{"↑  ↓", "wind the picture back and on"},
          {"Shift, Ctrl", "and a click: choose several rows"},
          {"Space", "switch off or on"},
          {"Alt ↑  Alt ↓", "move"},
          {"← →", "fold a group, unfold it"},
          {"Ctrl C  Ctrl V", "copy a pass, paste one"},
          {"Delete", "remove"}}},
        {QT_TRANSLATE_NOOP("Keys", "Outline and brush"),
         {{"Enter", "close the outline"},
          {"Backspace", "take a point back"},
          {"[  ]", "a smaller, a larger brush"},
          {"C", "pick a colour from the picture"}}},
        {QT_TRANSLATE_NOOP("Keys", "Focus and ladder"),
         {{"Arrows", "move the chosen focus; with Shift finely"},
          {"+  −", "a larger, a smaller focus"},
          {"← →  ↑ ↓", "choose a line or stop of the ladder, move it"},
          {"Delete", "remove the focus, the stop"}}}};
    return all;
}

/// Below what the grid holds already.
void add_group(QGridLayout& grid, const KeyGroup& group) {
    int row = grid.rowCount();
    grid.setRowMinimumHeight(row++, scaled(14));
    grid.addWidget(group_title(QObject::tr(group.title)), row++, 0, 1, 2);
    for (const Key& key : group.keys) {
        auto* keys = new QLabel(QString::fromUtf8(key.keys));
        keys->setFont(figure_font(11));
        keys->setProperty("tone", "strong");
        grid.addWidget(keys, row, 0);
        grid.addWidget(new QLabel(QObject::tr(key.does)), row++, 1);
    }
}

QGridLayout* column_of(std::span<const KeyGroup> groups) {
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(scaled(14));
    grid->setVerticalSpacing(scaled(4));
    grid->setColumnMinimumWidth(0, scaled(104));
    for (const KeyGroup& group : groups) add_group(*grid, group);
    grid->setRowStretch(grid->rowCount(), 1);
    return grid;
}

}  // namespace

KeysSheet::KeysSheet(QWidget& over) : OverSheet(over) {
    setObjectName(QStringLiteral("keys_sheet"));
    setAccessibleName(tr("Keys"));
    const std::span all(groups());
    auto* sides = new QHBoxLayout;
    sides->setSpacing(scaled(70));
    sides->addLayout(column_of(all.first(3)));
    sides->addLayout(column_of(all.subspan(3)));
    sides->addStretch(1);
    auto* whole = new QVBoxLayout(this);
    whole->setContentsMargins(scaled(60), scaled(10), scaled(40), scaled(18));
    whole->addLayout(sides, 1);
    whole->addWidget(hint_label(tr("Any key or a click puts this away.")));
}

}  // namespace underpaint
