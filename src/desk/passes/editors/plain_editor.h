// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/passes/editors/pass_editor.h"

class QHBoxLayout;
class QLabel;
class QVBoxLayout;

namespace underpaint {

class ColourButton;
class SourceEditor;

/// The editor of a source that is its colour and its numbers. Others add to it.
class PlainEditor : public PassEditor {
    Q_OBJECT
public:
    /// \param hint said below, where there is more to do than numbers tell
    explicit PlainEditor(const EditorDesk& desk, const QString& hint = {});
    void show_pass(const Pass& pass) override;

protected:
    /// For what else there is to set, below the numbers.
    QVBoxLayout& more() { return *column_; }

private:
    ColourButton* swatch_;
    SourceEditor* numbers_;
    QVBoxLayout* column_;
};

}  // namespace underpaint
