// SPDX-License-Identifier: GPL-3.0-or-later
#include "pages/page_maker.h"

#include <QPainter>
#include <algorithm>
#include <cassert>
#include <cmath>
#include <numeric>
#include <utility>

#include "pages/wrapped_text.h"
#include "terms/shown_name.h"
#include "type/fonts.h"

namespace underpaint {
namespace {

// Points.
constexpr double kMargin = 40, kFootRoom = 44;
constexpr double kGap = 6, kSectionGap = 16, kPictureGap = 10, kCellRoom = 8, kRowRoom = 3;
constexpr double kTitle = 18, kHeading = 12, kBody = 10, kSmall = 9;
constexpr double kChartHigh = 130, kBarHigh = 18, kMarkIndent = 14;
constexpr double kMostOfPage = 0.6;       // height of a picture
constexpr double kWorthBeginning = 0.15;  // of a page: with less left, a long text begins a new one

QString shown(const std::string& text) {
    return QString::fromStdString(printable(text));
}

QColor colour_of(Rgb c) {
    return QColor::fromRgbF(unit(c.r), unit(c.g), unit(c.b));
}

}  // namespace

const PageGreys& greys_of(const PageSetup& setup) {
    static const PageGreys white{Qt::white, 0x161616, 0x565656, 0xc4c4c4},
        dark{0x2b2b2b, 0xe4e4e4, 0xa8a8a8, 0x4a4a4a};
    return setup.dark ? dark : white;
}

QFont page_font(double points, bool bold) {
    load_fonts();
    QFont font(QString::fromLatin1(kTextFamily));
    font.setPixelSize(static_cast<int>(std::lround(points)));
    font.setBold(bold);
    // Pages are drawn at any scale, so letters must not be moved on to whole pixels.
    font.setHintingPreference(QFont::PreferNoHinting);
    return font;
}

PageMaker::PageMaker(PageLayout& layout) : layout_(layout), greys_(greys_of(layout.setup_)) {
    const QSizeF size = size_of(layout.setup_);
    inside_ =
        QRectF(kMargin, kMargin, size.width() - 2 * kMargin, size.height() - kMargin - kFootRoom);
    at_ = inside_.top();
    layout_.pages_.emplace_back();
}

void PageMaker::make() {
    const Report& report = layout_.report_;
    add_text(shown(report.title), page_font(kTitle, true), greys_.text, 0);
    add_text(shown(report.subtitle), page_font(kBody), greys_.soft, 2);
    for (const QString& paragraph :
         QString::fromStdString(report.words).split(QLatin1Char('\n'), Qt::SkipEmptyParts))
        add_text(shown(paragraph.toStdString()), page_font(kBody), greys_.text, kGap);
    layout_.section_places_.resize(report.sections.size());
    for (std::size_t i = 0; i < report.sections.size(); ++i) {
        assert(!report.sections[i].title.empty());
        add_text(shown(report.sections[i].title), page_font(kHeading, true), greys_.text,
                 kSectionGap, true);
        held_.back().heads = i;
        for (const Block& block : report.sections[i].blocks)
            std::visit([this](const auto& each) { add_block(each); }, block);
    }
    if (!held_.empty()) add(0, 0, {}, [](QPainter&, double) {});
}

/// On this page where it fits with what is held for it, else on the next.
void PageMaker::add(double height, double gap, const QString& text, Draw draw, bool with_next) {
    if (with_next) {
        held_.push_back({held_height_ + gap, height, std::move(draw), text});
        held_height_ += gap + height;
        return;
    }
    const double whole = held_height_ + gap + height;
    const bool fresh = layout_.pages_.back().empty();
    if (!fresh && at_ + whole > inside_.bottom()) {
        layout_.pages_.emplace_back();
        at_ = inside_.top();
    }
    // At the top of a page no space is kept above.
    const double lift =
        layout_.pages_.back().empty() ? (held_.empty() ? gap : held_.front().top) : 0;
    for (PageLayout::Piece& piece : held_) {
        piece.top += at_ - lift;
        if (piece.heads) layout_.section_places_[*piece.heads] = {layout_.count() - 1, piece.top};
        layout_.pages_.back().push_back(std::move(piece));
    }
    layout_.pages_.back().push_back(
        {at_ + held_height_ + gap - lift, height, std::move(draw), text});
    at_ += whole - lift;
    held_.clear();
    held_height_ = 0;
}

void PageMaker::add_text(const QString& text, const QFont& font, const QColor& colour, double gap,
                         bool with_next) {
    if (text.isEmpty()) return;
    for (const WrappedText& part : on_pages(WrappedText(text, font, width()), gap)) {
        add(
            part.height(), std::exchange(gap, 0), part.text(),
            [part, left = inside_.left(), colour](QPainter& painter, double top) {
                part.draw(painter, {left, top}, colour);
            },
            with_next);
    }
}

/// The text as one piece, or, where it is higher than a page, in pieces that fill this page and the
/// next ones.
std::vector<WrappedText> PageMaker::on_pages(const WrappedText& text, double gap) const {
    const double most = inside_.height();
    if (text.height() <= most) return {text};
    const double above = held_height_ + gap, left = inside_.bottom() - at_ - above;
    return text.parts(left < kWorthBeginning * most ? most - above : left, most);
}

void PageMaker::add_block(const Paragraph& paragraph) {
    add_text(shown(paragraph.text), page_font(kBody), greys_.text, kGap);
}

void PageMaker::add_block(const MarkedLines& lines) {
    for (const MarkedLine& line : lines.lines) {
        QString text;
        QList<QTextLayout::FormatRange> formats;
        const auto append = [&](const QString& words, const QTextCharFormat& format) {
            formats.append({static_cast<int>(text.size()), static_cast<int>(words.size()), format});
            text += words;
        };
        QTextCharFormat bold, soft, italic;
        bold.setFontWeight(QFont::Bold);
        soft.setForeground(greys_.soft);
        italic.setFontItalic(true);
        if (!line.label.empty()) append(shown(line.label) + QLatin1Char(' '), bold);
        text += shown(line.text);
        if (!line.budget.empty()) append(QStringLiteral(" (%1)").arg(shown(line.budget)), soft);
        if (line.meant)
            append(line.meant->empty() ? QStringLiteral(" Intended.")
                                       : QStringLiteral(" Intended: %1.").arg(shown(*line.meant)),
                   italic);
        const WrappedText wrapped(text, page_font(kBody), width() - kMarkIndent, formats);
        std::optional<Verdict> mark = line.mark;
        double gap = kRowRoom;
        for (const WrappedText& part : on_pages(wrapped, gap)) {
            const QString said =
                mark ? QString::fromStdString(std::string(id_of(*mark))) + ": " + part.text()
                     : part.text();
            add(part.height(), std::exchange(gap, 0), said,
                [part, mark = std::exchange(mark, std::nullopt), left = inside_.left(),
                 greys = greys_](QPainter& painter, double top) {
                    if (mark) draw_page_mark(painter, {left + 4, top + 6.5}, 7, *mark, greys.text);
                    part.draw(painter, {left + kMarkIndent, top}, greys.text);
                });
        }
    }
}

namespace {

/// Widths of a table's columns: as each wants, and where that is more than there is, the widest
/// give way.
std::vector<double> column_widths(const ReportTable& table, double width) {
    const QFontMetricsF metrics(page_font(kBody));
    std::vector<double> wanted;
    for (std::size_t c = 0; c < table.columns.size(); ++c) {
        double widest = metrics.horizontalAdvance(shown(table.columns[c]));
        for (const auto& row : table.rows)
            widest = std::max(widest, metrics.horizontalAdvance(shown(row[c].text)) +
                                          (row[c].mark ? kMarkIndent : 0));
        wanted.push_back(widest + kCellRoom);
    }
    const auto sum = [&] { return std::accumulate(wanted.begin(), wanted.end(), 0.0); };
    // The widest columns are narrowed until all fit: at most one round per column.
    for (std::size_t round = 0; round < wanted.size() && sum() > width; ++round) {
        const double widest = *std::ranges::max_element(wanted);
        double next = 0;
        std::size_t count = 0;
        for (const double each : wanted)
            each == widest ? void(++count) : void(next = std::max(next, each));
        const double over = (sum() - width) / static_cast<double>(count);
        for (double& each : wanted)
            if (each == widest) each = std::max(next, widest - over);
    }
    const double spare =
        (width - sum()) / static_cast<double>(std::max<std::size_t>(1, wanted.size()));
    for (double& each : wanted) each = std::max(4.0, each + spare);
    return wanted;
}

}  // namespace

void PageMaker::add_block(const ReportTable& table) {
    const std::vector<double> widths = column_widths(table, width());
    const auto add_row = [&](const std::vector<Cell>& row, bool head) {
        std::vector<WrappedText> cells;
        QStringList said;
        double height = 0;
        for (std::size_t c = 0; c < row.size(); ++c) {
            cells.emplace_back(shown(row[c].text), page_font(head ? kSmall : kBody),
                               widths[c] - kCellRoom - (row[c].mark ? kMarkIndent : 0));
            height = std::max(height, cells.back().height());
            said << shown(row[c].text);
            if (row[c].mark)
                said.back() += " " + QString::fromStdString(std::string(id_of(*row[c].mark)));
        }
        add(
            height + 2 * kRowRoom, head ? kGap : 0, said.join(QStringLiteral("; ")),
            [cells, row, widths, height, head, left = inside_.left(), wide = width(),
             greys = greys_](QPainter& painter, double top) {
                double x = left;
                for (std::size_t c = 0; c < cells.size(); ++c) {
                    const double indent = row[c].mark ? kMarkIndent : 0;
                    if (row[c].mark)
                        draw_page_mark(painter, {x + 4, top + kRowRoom + 6.5}, 7, *row[c].mark,
                                       greys.text);
                    cells[c].draw(painter, {x + indent, top + kRowRoom},
                                  head ? greys.soft : greys.text);
                    x += widths[c];
                }
                const double line = top + height + 2 * kRowRoom;
                painter.setPen(QPen(greys.rule, 0.5));
                painter.drawLine(QPointF(left, line), QPointF(left + wide, line));
            },
            head);
    };
    std::vector<Cell> names;
    for (const std::string& column : table.columns) names.push_back({column, {}});
    add_row(names, true);
    for (const auto& row : table.rows) add_row(row, false);
}

void PageMaker::add_block(const PictureRow& row) {
    if (row.pictures.empty()) return;
    const auto count = static_cast<double>(std::max<std::size_t>(2, row.pictures.size()));
    const double each = (width() - kPictureGap * (count - 1)) / count;
    struct Placed {
        const Picture* pixels;
        QSizeF size;
        WrappedText caption;
    };
    std::vector<Placed> placed;
    double highest = 0, lowest = 0;
    QStringList said;
    for (const ReportPicture& picture : row.pictures) {
        said << shown(picture.alt + " (" + picture.caption + ")");
        const Size of = picture.pixels.size();
        const QSizeF size =
            QSizeF(of.width, of.height)
                .scaled(QSizeF(each, kMostOfPage * inside_.height()), Qt::KeepAspectRatio);
        placed.push_back(
            {&picture.pixels, size, WrappedText(shown(picture.caption), page_font(kSmall), each)});
        highest = std::max(highest, size.height());
        lowest = std::max(lowest, placed.back().caption.height());
    }
    add(highest + 3 + lowest, kGap, said.join(QStringLiteral("; ")),
        [placed, each, highest, left = inside_.left(), greys = greys_](QPainter& painter,
                                                                       double top) {
            double x = left;
            for (const Placed& one : placed) {
                draw_page_picture(painter, {QPointF(x, top), one.size}, *one.pixels);
                one.caption.draw(painter, {x, top + highest + 3}, greys.soft);
                x += each + kPictureGap;
            }
        });
}

void PageMaker::add_block(const ColourBar& bar) {
    double whole = 0;
    for (const ColourBar::Part& part : bar.parts) whole += part.share;
    if (whole > 0)
        add(kBarHigh, kGap, {},
            [parts = bar.parts, whole, left = inside_.left(), wide = width()](QPainter& painter,
                                                                              double top) {
                double x = left;
                for (const ColourBar::Part& part : parts) {
                    const double share = part.share / whole * wide;
                    painter.fillRect(QRectF(x, top, share, kBarHigh), colour_of(part.colour));
                    x += share;
                }
            });
    add_text(shown(bar.caption), page_font(kSmall), greys_.soft, 3);
}

namespace {

/// The figures of a chart: "running: seal 0.00, 1 0.12".
QString text_of_chart(const LineChart& chart) {
    QStringList lines;
    for (const LineChart::Series& series : chart.series) {
        QStringList points;
        for (std::size_t i = 0; i < series.values.size() && i < chart.x.size(); ++i)
            if (series.values[i])
                points << shown(chart.x[i]) + QLatin1Char(' ') +
                              QString::number(*series.values[i], 'f', chart.decimals);
        lines << shown(series.name) + ": " + points.join(QStringLiteral(", "));
    }
    return lines.join(QLatin1Char('\n'));
}

}  // namespace

void PageMaker::add_block(const LineChart& chart) {
    add_text(shown(chart.title + ": " + chart.unit), page_font(kSmall), greys_.soft, kGap, true);
    add(kChartHigh, 3, text_of_chart(chart),
        [chart, place = inside_, greys = greys_](QPainter& painter, double top) {
            draw_page_chart(painter, {place.left(), top, place.width(), kChartHigh}, chart, greys);
        });
}

}  // namespace underpaint
