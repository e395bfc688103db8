// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QPointF>
#include <memory>
#include <optional>

#include "desk/work/latest_job.h"
#include "desk/work/session.h"
#include "raster/masks.h"

namespace underpaint {

enum class PickKind { by_value, touching };

/// How parts are picked. In steps, and in pixels of the picture.
struct PickSettings {
    double width = 1, soft = 0.3;     ///< of the band round the value pointed at
    double tolerance = 0.6, gap = 0;  ///< off the value pointed at; see touching_mask()
    friend bool operator==(const PickSettings&, const PickSettings&) = default;
};

/// The target of a new mask: a part of its own, or an existing one.
struct PartTarget {
    Combine how = Combine::replace;
    std::optional<PartId> part;  ///< nothing: a new one
};

/// Makes parts, and changes them. Work on pixels is done beside the interface; what was picked last
/// is picked again when the settings change, in the same step of the history.
class PartPicker : public QObject {
    Q_OBJECT
public:
    explicit PartPicker(Session& session, QObject* parent = nullptr);

    void add(const QString& label, Picture mask, const PartTarget& target);
    void pick(PickKind kind, QPointF picture, const PartTarget& target);
    const PickSettings& settings() const { return settings_; }
    void set_settings(const PickSettings& settings);
    /// Forgets the last pick, which stays as it is.
    void forget();

    /// The part's mask with its border softened, or moved on to edges of the values.
    void soften(PartId part, double sigma);
    void snap(PartId part, int radius);
    bool busy() const { return job_.running(); }

signals:
    void made(underpaint::PartId part);  ///< or changed
    void busy_changed();

private:
    struct Pick {
        PickKind kind;
        int x, y;
        PartTarget target;
        std::string name;            // of a new part
        SharedPicture before;        // the mask that the new one is combined with
        std::optional<PartId> part;  // once it is there
    };
    /// Steps of every pixel, and what they were read from.
    struct Known {
        SharedPicture underpaint;
        std::vector<Pass> values;
        Reader reader;
        std::shared_ptr<const FloatBlock> steps;
    };
    void pick_again();
    void take(SharedPicture mask);
    void rework(const QString& label, PartId part,
                std::function<Picture(const Picture&, const std::stop_token&)> work);

    Session& session_;
    LatestJob job_;
    PickSettings settings_;
    std::optional<Pick> pick_;
    std::optional<Known> known_;
    int picks_ = 0;
};

}  // namespace underpaint
