// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <filesystem>
#include <optional>

#include "colour/reader.h"
#include "painting/history.h"
#include "painting/stage.h"

namespace underpaint {

/// Two pictures side by side, in place of the painting, and what they are called.
struct Comparison {
    Painting painting;  ///< see compared()
    QString left, right;
};

/// What the desk is working on: the painting with its history, the file it belongs to, and the
/// choices that are of the desk and not of the painting. The one thing that all panes listen to.
class Session : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;

    bool has_painting() const { return history_.has_value(); }
    const Painting& painting() const { return history_->now(); }
    const History& history() const { return *history_; }
    const std::filesystem::path& file() const { return file_; }
    /// How many paintings were begun: work that was done for one is not for the next.
    std::uint64_t document() const { return document_; }
    bool unsaved() const { return history_ && !history_->clean(); }

    /// Begins anew with another painting; an empty `file` means that it was never saved here.
    void begin(Painting painting, std::filesystem::path file, bool saved);
    void mark_saved(std::filesystem::path file, const Painting& as);

    void change(const QString& label, Painting next, const QString& gesture = {});
    void end_gesture();
    void undo();
    void redo();

    /// Which side of the seal line is being worked on.
    Stage stage() const { return stage_; }
    void set_stage(Stage stage);
    /// That side as a painting of its own, or what is being compared: this is what the canvas
    /// shows.
    const Painting& shown() const { return shown_; }
    /// After how many of its passes.
    std::size_t shown_upto() const;
    /// Shows a comparison until it is ended or something changes.
    void compare(std::optional<Comparison> comparison);
    const std::optional<Comparison>& comparison() const { return comparison_; }

    Reader reader() const { return reader_; }
    void set_reader(Reader reader);
    /// The scale that steps are said on, everywhere on the Values bench.
    ValueScale scale() const { return scale_; }
    void set_scale(ValueScale scale);
    double said(double step) const { return on_scale(step, scale_); }
    double surround() const { return surround_; }
    void set_surround(double step);

    /// The moment below the seal line that the canvas shows: after how many passes. 0 is the seal.
    std::size_t moment() const { return moment_; }
    void set_moment(std::size_t passes);
    /// The pass last laid at that moment, counted from 0.
    std::optional<std::size_t> chosen_pass() const;

signals:
    void begun();             ///< another painting
    void painting_changed();  ///< the same one, changed (also after begun)
    void saved_changed();
    void reader_changed();
    void surround_changed();
    void scale_changed();
    void moment_changed();
    void stage_changed();
    void comparison_changed();

private:
    void tell_changed();
    void find_shown();

    std::optional<History> history_;
    std::filesystem::path file_;
    std::uint64_t document_ = 0;
    Reader reader_ = Reader::lightness;
    ValueScale scale_ = ValueScale::one_to_nine;
    double surround_ = 5;
    std::size_t moment_ = 0;
    Stage stage_ = Stage::values;
    Painting shown_;
    std::optional<Comparison> comparison_;
};

}  // namespace underpaint
