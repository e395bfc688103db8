// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/look.h"

#include <QPalette>
#include <QStyleFactory>

#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "type/fonts.h"

namespace underpaint {
namespace {

const Greys* current = &kDarkGreys;
double text_scale = 1;
bool system_is_light = false;
QApplication* dressed = nullptr;

QFont font_of(const char* family, double pixels, bool bold) {
    QFont font(QString::fromLatin1(family));
    font.setPixelSize(scaled(pixels));
    font.setBold(bold);
    return font;
}

QPalette palette_of(const Greys& g) {
    QPalette palette;
    palette.setColor(QPalette::Window, g.ground);
    palette.setColor(QPalette::Base, g.sheet);
    palette.setColor(QPalette::AlternateBase, g.ground);
    palette.setColor(QPalette::Button, g.sheet);
    palette.setColor(QPalette::ToolTipBase, g.bar);
    palette.setColor(QPalette::ToolTipText, g.text);
    for (const auto role : {QPalette::WindowText, QPalette::Text, QPalette::ButtonText})
        palette.setColor(role, g.text);
    palette.setColor(QPalette::BrightText, g.strong);
    palette.setColor(QPalette::PlaceholderText, g.secondary);
    palette.setColor(QPalette::Highlight, g.chosen.lighter(135));
    palette.setColor(QPalette::HighlightedText, g.strong);
    palette.setColor(QPalette::Link, g.strong);
    for (const auto role : {QPalette::WindowText, QPalette::Text, QPalette::ButtonText})
        palette.setColor(QPalette::Disabled, role, QColor(g.secondary.darker(150)));
    return palette;
}

/// The flat controls. @name stands for a grey, #12# for a scaled length.
constexpr const char* kSheet = R"(
* { outline: none; }
QToolTip { background: @bar; color: @text; border: 1px solid @rule; padding: #4#px; }
QPushButton { background: transparent; border: 1px solid @frame; border-radius: 2px;
  padding: #3#px #9#px; color: @text; }
QPushButton:hover { border-color: @secondary; color: @strong; }
QPushButton:focus { border-color: @strong; }
QPushButton:pressed, QPushButton:checked { background: @action; color: @action_text; }
QPushButton:disabled { color: @faint; border-color: @rule; }
QPushButton[role="main"] { background: @action; color: @action_text; border: 2px solid @action;
  border-radius: 0; font-weight: bold; padding: #11#px; }
QPushButton[role="main"]:hover { background: @strong; color: @action_text; }
QPushButton[role="main"]:focus { border-color: @secondary; }
QPushButton[role="main"]:disabled { background: @chosen; color: @secondary; border-color: @chosen; }
QPushButton[role="tab"], QPushButton[role="lens"] { border: none; border-radius: 0; color: @secondary;
  padding: 0 #11#px; }
QPushButton[role="tab"] { border-top: #3#px solid transparent; padding-bottom: #3#px; }
QPushButton[role="tab"][narrow="true"] { padding: 0 #3#px; padding-bottom: #3#px; }
QPushButton[role="tab"]:hover, QPushButton[role="lens"]:hover { color: @strong; }
QPushButton[role="tab"]:focus, QPushButton[role="lens"]:focus { color: @strong;
  text-decoration: underline; }
QPushButton[role="tab"]:checked { background: @ground; color: @strong;
  border-top: #3#px solid @strong; }
QPushButton[role="lens"] { padding: #4#px #8#px; border-radius: 2px; }
QPushButton[role="lens"]:checked { background: @action; color: @action_text; }
QPushButton[role="choice"], QPushButton[role="title"] { border: none; text-align: left; padding: #2#px 0; }
QPushButton[role="day"] { border: none; padding: #3#px 0; color: @secondary; }
QPushButton[role="day"]:checked { background: @action; color: @action_text; }
QPushButton[role="title"] { color: @strong; font-weight: bold; padding: 0; }
QPushButton[role="choice"]:pressed, QPushButton[role="title"]:pressed { background: transparent;
  color: @strong; text-decoration: underline; }
QPushButton[role="choice"]:focus, QPushButton[role="title"]:focus { text-decoration: underline; }
QPushButton::menu-indicator { image: none; width: 0; }
QMenu { background: @bar; border: 1px solid @frame; padding: #4#px 0; }
QMenu::item { padding: #5#px #26#px #5#px #22#px; color: @text; }
QMenu::item:selected { background: @chosen; color: @strong; }
QMenu::item:disabled { color: @faint; }
QMenu::separator { height: 1px; background: @rule; margin: #4#px 0; }
QMenu::indicator { width: #9#px; height: #9#px; left: #7#px; border: 1px solid @secondary; }
QMenu::indicator:checked { background: @text; }
QLineEdit { background: transparent; border: 1px solid transparent; padding: #1#px; color: @strong;
  selection-background-color: @secondary; selection-color: @bar; }
QLineEdit:hover, QLineEdit[role="field"] { border-color: @rule; }
QLineEdit:focus { border-color: @secondary; background: @ground; }
QListView, QTreeView, QScrollArea { background: @sheet; border: none; }
QHeaderView::section { background: @sheet; color: @secondary; border: none; padding: #4#px; }
QScrollBar:vertical { background: transparent; width: #8#px; margin: 0; }
QScrollBar::handle:vertical { background: @frame; min-height: #24#px; margin: 0 #2#px; }
QScrollBar::add-line, QScrollBar::sub-line { height: 0; width: 0; }
QScrollBar::add-page, QScrollBar::sub-page { background: transparent; }
QScrollBar:horizontal { background: transparent; height: #8#px; }
QScrollBar::handle:horizontal { background: @frame; min-width: #24#px; margin: #2#px 0; }
QProgressBar { background: @bar; border: none; height: #4#px; }
QProgressBar::chunk { background: @action; }
QLabel[tone="secondary"] { color: @secondary; }
QLabel[tone="strong"] { color: @strong; font-weight: bold; }
#top_bar { background: @bar; border-bottom: 1px solid @rule; }
#lens_row, #brief_board, #brief_scroll, #brief_scroll > QWidget > QWidget, #late_list { background: @ground; }
#sheets { background: @sheet; border-left: 1px solid @rule; }
#sheet_tabs { border-top: 1px solid @rule; border-bottom: 1px solid @rule; }
#findings_list { background: @ladder; }
QWidget[role="rule"] { background: @rule; }
QWidget[row="finding"] { border-bottom: 1px solid @rule; }
#parts::item { height: #29#px; border-bottom: 1px solid @rule; }
#seals::item, #value_passes::item { height: #25#px; border-bottom: 1px solid @rule; }
#parts::item:selected, #seals::item:selected, #value_passes::item:selected { background: @chosen;
  color: @strong; }
#value_passes::indicator { width: 9px; height: 9px; border: 1px solid @secondary; }
#value_passes::indicator:checked { background: @text; }
)";

QString style_sheet(const Greys& g) {
    QString sheet = QString::fromLatin1(kSheet);
    const bool dark = g.text.lightness() > g.ground.lightness();
    const std::pair<const char*, QColor> names[] = {
        {"@action_text", g.action_text},
        {"@action", g.action},
        {"@bar", g.bar},
        {"@ground", g.ground},
        {"@sheet", g.sheet},
        {"@chosen", g.chosen},
        {"@rule", g.rule},
        {"@text", g.text},
        {"@secondary", g.secondary},
        {"@strong", g.strong},
        {"@frame", dark ? QColor(0x5c5c5c) : QColor(0x969696)},
        {"@faint", dark ? QColor(0x6c6c6c) : QColor(0x8c8c8c)}};
    for (const auto& [name, colour] : names) sheet.replace(QLatin1String(name), colour.name());
    const QStringList pieces = sheet.split(QLatin1Char('#'));
    // "#12#" is a length in the design's pixels, which follows the text size; "#2b2b2b" is a
    // colour.
    QString result = pieces[0];
    for (qsizetype i = 1; i < pieces.size(); ++i) {
        bool number = false;
        const int length = pieces[i].toInt(&number);
        if (number && pieces[i].size() <= 2 && i + 1 < pieces.size())
            result += QString::number(scaled(length)) + pieces[++i];
        else
            result += QLatin1Char('#') + pieces[i];
    }
    return result;
}

}  // namespace

const Greys& greys() {
    return *current;
}

void use_greys(const Greys& set) {
    current = &set;
}

int scaled(double pixels) {
    return qRound(pixels * text_scale);
}

QFont body_font(bool bold) {
    return font_of(kTextFamily, 12, bold);
}
QFont secondary_font() {
    return font_of(kTextFamily, 11, false);
}
QFont figure_font(double pixels, bool bold) {
    return font_of(kTextFamily, pixels, bold);
}
QFont code_font(double pixels) {
    return font_of(kCodeFamily, pixels, false);
}

void dress(QApplication& application, Look look) {
    install_accessibility();
    system_is_light = QApplication::palette().color(QPalette::Window).lightness() > 127;
    constexpr double usual_points = 9;
    const double points = QApplication::font().pointSizeF();
    text_scale = points > 0 ? std::clamp(points / usual_points, 0.8, 3.0) : 1;
    load_fonts();
    QApplication::setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
    QApplication::setFont(body_font());
    dressed = &application;
    set_look(look);
}

void set_look(Look look) {
    const bool light = look == Look::light || (look == Look::as_system && system_is_light);
    use_greys(light ? kLightGreys : kDarkGreys);
    QApplication::setPalette(palette_of(greys()));
    dressed->setStyleSheet(style_sheet(greys()));
}

}  // namespace underpaint
