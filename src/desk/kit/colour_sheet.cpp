// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/colour_sheet.h"

#include <QKeyEvent>
#include <QLineEdit>
#include <QMouseEvent>
#include <QPainter>
#include <QRegularExpression>
#include <cmath>

#include "colour/intensity.h"
#include "colour/srgb.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"

namespace underpaint {
namespace {

constexpr const char* kNames[] = {QT_TRANSLATE_NOOP("ColourSheet", "Hue"),
                                  QT_TRANSLATE_NOOP("ColourSheet", "Intensity"),
                                  QT_TRANSLATE_NOOP("ColourSheet", "Lightness")};
constexpr float kMost[] = {360, 1, 1};

/// Colours are kept as what 8 bits can say, so that a file or another program has the same one.
Rgb in_levels(Rgb c) {
    const auto level = [](float v) { return std::round(255 * std::clamp(v, 0.0F, 1.0F)) / 255; };
    return {level(c.r), level(c.g), level(c.b)};
}

}  // namespace

QColor qcolor(Rgb c) {
    return QColor::fromRgbF(std::clamp(c.r, 0.0F, 1.0F), std::clamp(c.g, 0.0F, 1.0F),
                            std::clamp(c.b, 0.0F, 1.0F));
}

QString hex_of(Rgb colour) {
    return qcolor(colour).name();
}

std::optional<Rgb> colour_from_text(const QString& text) {
    const QString word = text.trimmed();
    static const QRegularExpression oklch_words(
        QStringLiteral(R"(^oklch\(\s*([\d.]+)(%?)[\s,]+([\d.]+)[\s,]+(-?[\d.]+)(?:deg)?\s*\)$)"),
        QRegularExpression::CaseInsensitiveOption);
    if (const auto match = oklch_words.match(word.left(80)); match.hasMatch()) {
        bool numbers = true;
        const auto number = [&](int place) {
            bool is_one = false;
            const float value = match.captured(place).toFloat(&is_one);
            numbers = numbers && is_one && std::isfinite(value);
            return value;
        };
        const float per = match.captured(2).isEmpty() ? 1 : 100;
        const float l = std::clamp(number(1) / per, 0.0F, 1.0F), chroma = number(3);
        const float turned = std::fmod(number(4), 360.0F);
        if (!numbers) return std::nullopt;
        const float hue = turned < 0 ? turned + 360 : turned;
        const float held = std::min(chroma, gamut_chroma_exact(l, hue));
        return in_levels(encode(linear_rgb(oklab(OkLch{l, held, hue}))));
    }
    QColor named(word);
    if (!named.isValid()) named = QColor(QLatin1Char('#') + word);
    if (!named.isValid()) return std::nullopt;
    return Rgb{static_cast<float>(named.redF()), static_cast<float>(named.greenF()),
               static_cast<float>(named.blueF())};
}

ColourSheet::ColourSheet(QWidget* parent) : QWidget(parent), text_(new QLineEdit(this)) {
    setObjectName(QStringLiteral("colour_sheet"));
    setAccessibleName(tr("Colour"));
    setFocusPolicy(Qt::StrongFocus);
    setFixedSize(scaled(300), scaled(134));
    text_->setObjectName(QStringLiteral("colour_text"));
    text_->setAccessibleName(tr("Colour as sRGB figures"));
    text_->setToolTip(
        tr("The colour as six hexadecimal figures, by its name, or as oklch(0.62 0.11 57)"));
    text_->setFont(code_font());
    text_->setGeometry(scaled(84), scaled(102), scaled(96), scaled(22));
    connect(text_, &QLineEdit::editingFinished, this, &ColourSheet::take_text);
    offered_ = new ColourStrip(this);
    offered_->setObjectName(QStringLiteral("offered_colours"));
    offered_->setAccessibleName(tr("Colours of the palette"));
    offered_->setToolTip(tr("Colours of the palette; click one to take it"));
    offered_->setGeometry(scaled(12), scaled(134), width() - scaled(24), scaled(20));
    connect(offered_, &ColourStrip::taken, this, [this](Rgb colour) {
        set_colour(colour);
        emit picked(colour);
        emit released();
    });
    offer({});
    show_text();
}

void ColourSheet::offer(const std::vector<NamedColour>& colours) {
    offered_->set_named(colours);
    offered_->setVisible(!colours.empty());
    setFixedHeight(scaled(colours.empty() ? 134 : 166));
}

Rgb ColourSheet::colour_of(const Mix& mix) {
    const float chroma = mix.intensity * gamut_chroma_exact(mix.lightness, mix.hue);
    return in_levels(encode(linear_rgb(oklab(OkLch{mix.lightness, chroma, mix.hue}))));
}

Rgb ColourSheet::colour() const {
    return colour_of(mix_);
}

void ColourSheet::set_colour(Rgb colour) {
    const OkLch lch = oklch(oklab(decode(colour)));
    if (lch.c > 1e-4F) mix_.hue = lch.h;  // a neutral has no hue of its own: the last one stays
    mix_.intensity = intensity(lch);
    mix_.lightness = lch.l;
    show_text();
    update();
}

float& ColourSheet::member(Mix& mix, int bar) {
    return bar == 0 ? mix.hue : bar == 1 ? mix.intensity : mix.lightness;
}

QRectF ColourSheet::bar_rect(int bar) const {
    return {double(scaled(84)), double(scaled(12 + 30 * bar)), double(width() - scaled(98)),
            double(scaled(16))};
}

void ColourSheet::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().bar);
    painter.setPen(greys().chosen);
    painter.drawRect(rect().adjusted(0, 0, -1, -1));
    for (int bar = 0; bar < 3; ++bar) {
        const QRectF place = bar_rect(bar);
        painter.setFont(secondary_font());
        painter.setPen(hasFocus() && bar == bar_ ? greys().strong : greys().secondary);
        painter.drawText(QRectF(scaled(12), place.top(), scaled(70), place.height()),
                         Qt::AlignVCenter, tr(kNames[bar]));
        Mix mix = mix_;
        for (int x = 0; x < static_cast<int>(place.width()); ++x) {
            member(mix, bar) = kMost[bar] * static_cast<float>(x / place.width());
            painter.fillRect(QRectF(place.left() + x, place.top(), 1, place.height()),
                             qcolor(colour_of(mix)));
        }
        const double at = place.left() + member(mix_, bar) / kMost[bar] * place.width();
        painter.fillRect(QRectF(at - scaled(3), place.top() - 3, scaled(6), place.height() + 6),
                         greys().bar);
        painter.fillRect(QRectF(at - scaled(2), place.top() - 3, scaled(4), place.height() + 6),
                         greys().strong);
    }
    painter.setPen(greys().secondary);
    painter.drawText(QRectF(scaled(12), scaled(102), scaled(70), scaled(22)), Qt::AlignVCenter,
                     tr("sRGB"));
    painter.fillRect(QRectF(scaled(190), scaled(102), width() - scaled(204), scaled(20)),
                     qcolor(colour()));
}

void ColourSheet::set_bar(int bar, float share) {
    const Rgb before = colour();
    member(mix_, bar) = kMost[bar] * std::clamp(share, 0.0F, 1.0F);
    show_text();
    update();
    if (colour() != before) emit picked(colour());
}

void ColourSheet::mousePressEvent(QMouseEvent* event) {
    // While the sheet is open it receives every press; one outside closes it.
    if (!rect().contains(event->position().toPoint())) {
        close();
        return;
    }
    bar_ = std::clamp(static_cast<int>((event->position().y() - scaled(4)) / scaled(30)), 0, 2);
    mouseMoveEvent(event);
}

void ColourSheet::mouseMoveEvent(QMouseEvent* event) {
    if (!(event->buttons() & Qt::LeftButton)) return;
    const QRectF place = bar_rect(bar_);
    set_bar(bar_, static_cast<float>((event->position().x() - place.left()) / place.width()));
}

void ColourSheet::mouseReleaseEvent(QMouseEvent*) {
    emit released();
}

void ColourSheet::keyPressEvent(QKeyEvent* event) {
    const float now = member(mix_, bar_) / kMost[bar_];
    switch (event->key()) {
        case Qt::Key_Up: bar_ = std::max(0, bar_ - 1); break;
        case Qt::Key_Down: bar_ = std::min(2, bar_ + 1); break;
        case Qt::Key_Left: return set_bar(bar_, now - 0.01F);
        case Qt::Key_Right: return set_bar(bar_, now + 0.01F);
        default: return QWidget::keyPressEvent(event);
    }
    update();
}

void ColourSheet::show_text() {
    if (!text_->hasFocus()) text_->setText(hex_of(colour()));
}

void ColourSheet::take_text() {
    const auto typed = colour_from_text(text_->text());
    if (!typed) {
        text_->setText(hex_of(colour()));
        return;
    }
    if (hex_of(*typed) == hex_of(colour())) return;
    set_colour(*typed);
    emit picked(in_levels(*typed));
    emit released();
}

QIcon swatch_of(Rgb colour) {
    QPixmap picture(scaled(14), scaled(14));
    picture.fill(qcolor(colour));
    return QIcon(picture);
}

}  // namespace underpaint
