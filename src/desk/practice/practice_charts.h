// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QRectF>
#include <QString>
#include <array>

#include "desk/kit/greys.h"
#include "desk/practice/practice_session.h"

class QPainter;

namespace underpaint {

/// The charts under the question.
enum class PracticeChart { weeks, cells, minutes };
struct PracticeChartText {
    PracticeChart chart;
    const char *id, *label;
};
inline constexpr std::array kPracticeCharts{
    PracticeChartText{PracticeChart::weeks, "weeks", "Weeks"},
    PracticeChartText{PracticeChart::cells, "cells", "Hue and step"},
    PracticeChartText{PracticeChart::minutes, "minutes", "Minutes a week"}};
/// Whether there is something of it to be shown for a kind of drill: cells are those of steps that
/// are named.
bool chart_suits(PracticeChart chart, DrillKind kind);

QString chart_title(PracticeChart chart, const PracticeSession& session);
/// How it is read.
QString chart_caption(PracticeChart chart, const PracticeSession& session);
/// Its figures, for those who do not see it.
QString chart_text(PracticeChart chart, const PracticeSession& session);

/// Error over the weeks of the drill that is asked, its mean and the band in which half of the
/// answers lie, or the share that was right; the mean error of every hue and step; or the minutes
/// of each week.
void draw_chart(QPainter& painter, const QRectF& place, PracticeChart chart,
                const PracticeSession& session, const Greys& with);

}  // namespace underpaint
