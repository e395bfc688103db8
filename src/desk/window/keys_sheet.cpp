// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/keys_sheet.h"

#include <QGridLayout>
#include <QLabel>
#include <utility>
#include <vector>

#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/window/benches.h"

namespace underpaint {
namespace {

struct KeyGroup {
    QString title;
    std::vector<KeyText> keys;
    bool with_benches = false;  ///< the keys that enter them come first
};

KeyGroup group(const char* title, std::initializer_list<KeyText> keys) {
    return {QObject::tr(title), keys};
}

/// The benches' keys, and their names.
std::pair<QString, QString> keys_of_benches() {
    QStringList keys, labels;
    for (const BenchText& text : texts_of_benches()) {
        keys << QString::number(keys.size() + 1);
        labels << QObject::tr(text.label);
    }
    return {keys.join(QStringLiteral("  ")), labels.join(QStringLiteral(", "))};
}

/// Those that hold everywhere.
std::vector<KeyGroup> general_groups() {
    std::vector<KeyGroup> groups{
        group("Benches and files", {{"Ctrl O", "open a painting"},
                                    {"Ctrl Shift O", "bring in a picture"},
                                    {"Ctrl S", "save"},
                                    {"Ctrl Shift S", "save under another name"},
                                    {"Ctrl E", "export a PNG"},
                                    {"Ctrl Shift W", "watch a file that another program saves"},
                                    {"Ctrl Z", "undo"},
                                    {"Ctrl Shift Z", "redo"},
                                    {"F1  ?", "the guide, at this bench"},
                                    {"Shift F1", "this sheet"},
                                    {"Ctrl Q", "quit"}}),
        group("Looking, while held",
              {{"G", "grey"}, {"S", "the seal"}, {"B", "before this pass"}, {"Q", "squint"}}),
        group("The picture", {{"F", "mirror"},
                              {"U", "upend"},
                              {"Ctrl 0", "fit"},
                              {"Ctrl 1", "one to one"},
                              {"Wheel", "zoom about the pointer"},
                              {"Esc", "show everything again; put a tool down"}})};
    groups.front().with_benches = true;
    return groups;
}

std::vector<KeyGroup> groups_at_work() {
    std::vector<KeyGroup> groups;
    for (const BenchText& text : texts_of_benches())
        if (!text.keys.empty())
            groups.push_back({QObject::tr(text.keys_title), {text.keys.begin(), text.keys.end()}});
    groups.push_back(group(
        "Outline and brush",
        {{"Enter", "close the outline"},
         {"Backspace", "take a point back"},
         {"[  ]", "a smaller, a larger brush"},
         {"C", "pick a colour from the picture: for the brush in hand, else for the palette"}}));
    groups.push_back(
        group("Focus and ladder", {{"Arrows", "move the chosen focus; with Shift finely"},
                                   {"+  −", "a larger, a smaller focus"},
                                   {"← →  ↑ ↓", "choose a line or stop of the ladder, move it"},
                                   {"Delete", "remove the focus, the stop"}}));
    return groups;
}

void add_key(QGridLayout& grid, const QString& keys, const QString& does) {
    const int row = grid.rowCount();
    auto* label = new QLabel(keys);
    label->setFont(figure_font(11));
    label->setProperty("tone", "strong");
    grid.addWidget(label, row, 0);
    grid.addWidget(new QLabel(does), row, 1);
}

/// Below what the grid holds already.
void add_group(QGridLayout& grid, const KeyGroup& group) {
    int row = grid.rowCount();
    grid.setRowMinimumHeight(row++, scaled(14));
    grid.addWidget(group_title(group.title), row, 0, 1, 2);
    if (group.with_benches) {
        const auto [keys, labels] = keys_of_benches();
        add_key(grid, keys, labels);
    }
    for (const KeyText& key : group.keys)
        add_key(grid, QString::fromUtf8(key.keys), QObject::tr(key.does));
}

QGridLayout* column_of(const std::vector<KeyGroup>& groups) {
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
    auto* sides = new QHBoxLayout;
    sides->setSpacing(scaled(70));
    sides->addLayout(column_of(general_groups()));
    sides->addLayout(column_of(groups_at_work()));
    sides->addStretch(1);
    auto* whole = new QVBoxLayout(this);
    whole->setContentsMargins(scaled(60), scaled(10), scaled(40), scaled(18));
    whole->addLayout(sides, 1);
    whole->addWidget(hint_label(tr("Any key or a click puts this away.")));
}

}  // namespace underpaint
