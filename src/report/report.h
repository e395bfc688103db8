// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <variant>
#include <vector>

#include "colour/rgb.h"
#include "raster/picture.h"
#include "terms/verdict.h"

namespace underpaint {

// A report as data: what it says in which order, and nothing of how it looks. All text is UTF-8 as
// the painter wrote it; whoever writes it into a format escapes it.

/// Figures that stand each under a mark: "Value", "0.21 step of drift".
struct MarkedLine {
    std::optional<Verdict> mark;  ///< nothing: it is not judged
    std::string label;
    std::string text;
    std::string budget;                ///< what it is judged by, in words; empty: nothing
    std::optional<std::string> meant;  ///< the painter accepts it, with this note
};
struct MarkedLines {
    std::vector<MarkedLine> lines;
};

struct Cell {
    std::string text;
    std::optional<Verdict> mark = {};
};
/// The first column names the row.
struct ReportTable {
    std::vector<std::string> columns;
    std::vector<std::vector<Cell>> rows;  ///< each as long as `columns`
};

/// A picture in encoded sRGB, 8 bits, without alpha.
struct ReportPicture {
    Picture pixels;
    std::string caption;  ///< "as sealed"
    std::string alt;      ///< what it shows, for who does not see it
};
/// Side by side where the page has room.
struct PictureRow {
    std::vector<ReportPicture> pictures;
};

/// Colours by their area, in a row.
struct ColourBar {
    struct Part {
        std::string name;
        Rgb colour;
        double share = 0;  ///< 0..1
    };
    std::vector<Part> parts;
    std::string caption;
};

/// Lines over the passes, or over the steps of the scale.
struct LineChart {
    struct Series {
        std::string name;
        std::vector<std::optional<double>> values;  ///< one a place on the x axis
    };
    std::string title;
    std::string unit;             ///< of the values, in words
    std::vector<std::string> x;   ///< names of the places
    std::vector<Series> series;   ///< told apart by the kind of stroke
    std::vector<double> budgets;  ///< drawn as thin lines
    int decimals = 2;
};

struct Paragraph {
    std::string text;
};

using Block = std::variant<Paragraph, MarkedLines, ReportTable, PictureRow, ColourBar, LineChart>;

struct Section {
    std::string id;  ///< see kReportSections
    std::string title;
    std::vector<Block> blocks;
};

struct Report {
    std::string title;     ///< the painting's name
    std::string subtitle;  ///< what it is for, its size, seal and passes
    std::string words;     ///< the painter's own, at the top; paragraphs are parted by empty lines
    std::string date;      ///< ISO 8601
    std::vector<Section> sections;
};

}  // namespace underpaint
