// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QSizeF>
#include <QString>
#include <functional>
#include <optional>
#include <vector>

#include "report/page_setup.h"
#include "report/report.h"

class QPainter;

namespace underpaint {

/// The size of a sheet in points of 1/72 inch.
QSizeF size_of(const PageSetup& setup);

/// A report laid out on pages. No row, picture or chart is split; a paragraph or a finding is where
/// it is longer than a page. A heading stands on the page of what follows it. Needs a
/// QGuiApplication.
class PageLayout {
public:
    PageLayout(Report report, const PageSetup& setup);

    int count() const { return static_cast<int>(pages_.size()); }
    const PageSetup& setup() const { return setup_; }
    const Report& report() const { return report_; }
    /// The place of a section's heading.
    struct Place {
        int page = 0;    ///< from 0
        double top = 0;  ///< points from the sheet's upper edge
    };
    const Place& place_of(std::size_t section) const { return section_places_[section]; }
    /// One page, from 0, with its number at the foot. The painter's unit is the point.
    void draw(QPainter& painter, int page) const;
    /// The text of a page, for those who do not see it: a line a paragraph or row, pictures as what
    /// they show.
    QString text(int page) const;

private:
    friend class PageMaker;
    /// A piece that stays whole, and where it stands.
    struct Piece {
        double top = 0, height = 0;
        std::function<void(QPainter&, double top)> draw;
        QString text;
        std::optional<std::size_t> heads = {};  ///< the section that begins with it
    };

    Report report_;  // pieces draw pictures of it
    PageSetup setup_;
    std::vector<std::vector<Piece>> pages_;
    std::vector<Place> section_places_;
};

}  // namespace underpaint
