// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <vector>

#include "colour/reader.h"
#include "colour/rgb.h"
#include "colour/value_scale.h"

namespace underpaint {

/// Choices for the whole desk that belong to no painting.
class Choices : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;

    /// The formula that says how light a colour reads.
    Reader reader() const { return reader_; }
    void set_reader(Reader reader);
    /// The scale that steps are said on, everywhere on the Values bench.
    ValueScale scale() const { return scale_; }
    void set_scale(ValueScale scale);
    double said(double step) const { return on_scale(step, scale_); }
    /// The step around the picture.
    double surround() const { return surround_; }
    void set_surround(double step);
    /// The ledger's small pictures show values only.
    bool grey_thumbnails() const { return grey_thumbnails_; }
    void set_grey_thumbnails(bool grey);
    /// Colours that were laid, the last first, each once.
    const std::vector<Rgb>& used_colours() const { return used_colours_; }
    void use_colour(Rgb colour);

signals:
    void used_colours_changed();
    void grey_thumbnails_changed();
    void reader_changed();
    void surround_changed();
    void scale_changed();

private:
    Reader reader_ = Reader::lightness;
    ValueScale scale_ = ValueScale::one_to_nine;
    double surround_ = 5;
    bool grey_thumbnails_ = false;
    std::vector<Rgb> used_colours_;
};

}  // namespace underpaint
