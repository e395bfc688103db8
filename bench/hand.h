// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <benchmark/benchmark.h>

#include <functional>
#include <string>

#include "desk/window/main_window.h"

namespace underpaint::bench {

/// A drag through the real window.
struct Hand {
    const Painting& (*painting)();  ///< made when it is first asked for
    const char* bench;              ///< that is entered
    std::function<void(MainWindow&)> begin;
    std::function<void(MainWindow&, int)> move;  ///< one move of the hand, counted from 0
    std::function<void(MainWindow&)> end;
    /// Calls the function when figures have followed; null where none have to be waited for.
    std::function<void(MainWindow&, std::function<void()>)> figures = {};
};

/// Registers a benchmark of how long it takes until picture and figures have followed one move: its
/// time is the 95th percentile.
void add_hand(const std::string& name, const Hand& hand);

/// A place of the picture, as shares of its sides, on the canvas.
QPointF on_canvas(MainWindow& window, double x, double y);

}  // namespace underpaint::bench
