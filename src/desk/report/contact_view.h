// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/report/report_maker.h"
#include "terms/result.h"

class QPainter;

namespace underpaint {

/// All stages, or all versions, of a report on one sheet.
class ContactView : public QWidget {
    Q_OBJECT
public:
    explicit ContactView(const ReportMaker& maker, QWidget* parent = nullptr);

    /// Which section's pictures: the stages, or the versions.
    void set_section(ReportSection section);
    ReportSection section() const { return section_; }
    /// How many pictures there are to be seen.
    std::size_t count() const;
    QString title() const;
    /// Saves a page, vectors or a picture, by the ending of the name; see save_drawing().
    [[nodiscard]] Done save(const std::filesystem::path& path) const;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void draw(QPainter& painter, const QRectF& sheet) const;
    void say();

    const ReportMaker& maker_;
    ReportSection section_ = ReportSection::stages;
};

}  // namespace underpaint
