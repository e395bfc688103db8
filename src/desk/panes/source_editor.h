// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <vector>

#include "painting/source.h"

namespace underpaint {

class BarSlider;

/// The plain editor of any source: a slider for each of its numbers, as its fields say. A slider's
/// object name is its parameter's id.
class SourceEditor : public QWidget {
    Q_OBJECT
public:
    explicit SourceEditor(QWidget* parent = nullptr);

    /// Hidden when it has no numbers.
    void show_source(const Source& source);

signals:
    /// Emitted by the person's action, again and again while dragged; changes of one field are one
    /// gesture.
    void changed(const underpaint::Source& source, const QString& field);
    void released();  ///< the gesture is over

private:
    void make_sliders();
    void move(std::size_t number, float to, const QString& field);

    Source source_ = Underpaint{};
    std::vector<BarSlider*> sliders_;
};

}  // namespace underpaint
