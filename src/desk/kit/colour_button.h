// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPushButton>

#include "desk/kit/colour_sheet.h"

namespace underpaint {

/// A swatch that opens a colour sheet beside it. Ctrl+C copies the colour as text, Ctrl+V takes
/// one.
class ColourButton : public QPushButton {
    Q_OBJECT
public:
    explicit ColourButton(QWidget* parent = nullptr);

    void set_colour(Rgb colour);
    Rgb colour() const { return colour_; }
    /// Colours that the sheet offers by name; asked for each time it is opened.
    void set_offer(std::function<std::vector<NamedColour>()> offer) { offer_ = std::move(offer); }

signals:
    void picked(underpaint::Rgb colour);  ///< by the person, again and again while dragged
    void released();

protected:
    void paintEvent(QPaintEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void open();

    Rgb colour_;
    std::function<std::vector<NamedColour>()> offer_;
    ColourSheet* sheet_ = nullptr;  // made when first opened
};

}  // namespace underpaint
