// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <random>
#include <string>
#include <vector>

#include "report/report.h"
#include "support/pictures.h"

namespace underpaint::testing {

/// Words that are each another ("w0", "w1" ...), so that every one can be found again.
class Words {
public:
    /// \param between what stands between two of them
    explicit Words(std::vector<std::string> between = {" "}) : between_(std::move(between)) {}
    std::string some(int count) {
        std::string text;
        for (int i = 0; i < count; ++i) {
            if (i > 0) text += between_[static_cast<std::size_t>(next_) % between_.size()];
            text += "w" + std::to_string(next_++);
        }
        return text;
    }
    int count() const { return next_; }

private:
    std::vector<std::string> between_;
    int next_ = 0;
};

/// A report with blocks of any kind and length; the same for a seed. Its words are numbered in the
/// order in which they stand in it.
class AnyReport {
public:
    explicit AnyReport(unsigned seed, Words words = Words())
        : dice_(seed), words_(std::move(words)) {
        report_.title = "Any";
        report_.subtitle = "size";
        report_.date = "2026-12-02";
        report_.words = words_.some(between(0, 60));
        for (int section = between(1, 5); section > 0; --section) {
            Section made{"s" + std::to_string(section), words_.some(2), {}};
            for (int block = between(1, 6); block > 0; --block) made.blocks.push_back(any_block());
            report_.sections.push_back(std::move(made));
        }
    }
    const Report& report() const { return report_; }
    int words() const { return words_.count(); }

private:
    int between(int least, int most) {
        return std::uniform_int_distribution<int>(least, most)(dice_);
    }
    bool once_in(int times) { return between(1, times) == 1; }

    Block any_block() {
        switch (between(0, 4)) {
            case 0: return Paragraph{words_.some(once_in(12) ? 3000 : between(1, 150))};
            case 1: return any_lines();
            case 2: return any_table();
            case 3: return any_pictures();
            default: return any_chart();
        }
    }
    MarkedLines any_lines() {
        MarkedLines lines;
        for (int i = between(1, 12); i > 0; --i) {
            MarkedLine line;
            line.mark = Verdict::lost;
            line.label = words_.some(1);
            line.text = words_.some(once_in(9) ? 900 : between(1, 40));
            if (once_in(3)) line.budget = words_.some(1);
            if (once_in(4)) line.meant = words_.some(between(1, 6));
            lines.lines.push_back(std::move(line));
        }
        return lines;
    }
    ReportTable any_table() {
        ReportTable table;
        for (int i = 0; i < 3; ++i) table.columns.push_back(words_.some(1));
        for (int i = between(1, 40); i > 0; --i) {
            std::vector<Cell> row;
            for (const int most : {30, 1, 5}) row.push_back({words_.some(between(1, most)), {}});
            row[1].mark = Verdict::held;
            table.rows.push_back(std::move(row));
        }
        return table;
    }
    PictureRow any_pictures() {
        PictureRow row;
        for (int i = between(1, 3); i > 0; --i) {
            const Size size{between(3, 60), between(3, 90)};
            ReportPicture picture{noise(size, Channels::rgb, Depth::bits8), {}, {}};
            picture.caption = words_.some(1);
            picture.alt = words_.some(2);
            row.pictures.push_back(std::move(picture));
        }
        return row;
    }
    LineChart any_chart() {
        LineChart chart;
        chart.title = words_.some(1);
        chart.unit = words_.some(1);
        chart.x = {"1", "2", "3"};
        chart.series = {{words_.some(1), {0.1, 0.4, std::nullopt}}};
        chart.budgets = {0.25};
        return chart;
    }

    std::mt19937 dice_;
    Words words_;
    Report report_;
};

}  // namespace underpaint::testing
