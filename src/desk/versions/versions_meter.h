// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <memory>
#include <vector>

#include "audit/measures.h"
#include "brief/standing.h"
#include "desk/work/latest_job.h"
#include "desk/work/session.h"
#include "palette/extraction.h"
#include "render/view.h"

namespace underpaint {

/// A version as it is shown, and what was measured of it.
struct SeenVersion {
    VersionId id = kNoVersion;
    Painting alone;                           ///< as a painting of its own
    std::shared_ptr<const RgbBlock> picture;  ///< finished, small; null until it is there
    std::shared_ptr<const RgbBlock> sealed;   ///< likewise, of the same size
    std::vector<Swatch> colours;              ///< by area
    std::shared_ptr<const Audit> audit;       ///< null until it is there
    bool exact = false;                       ///< the audit is of every pixel
    std::vector<BriefLine> lines;             ///< of the brief
    /// Its last state; null until it was measured.
    const PassAudit* last() const;
};

/// All of a painting, as small as its versions are shown.
View shown_view(Size painting);

/// Whether figures and pictures of the one are those of the other.
bool same_to_measure(const Painting& a, const Painting& b);

/// Measures all versions of a painting beside the interface, while somebody looks: their pictures
/// first, then a sketch of their figures, then every pixel. What did not change is kept.
class VersionsMeter : public QObject {
    Q_OBJECT
public:
    explicit VersionsMeter(Session& session, QObject* parent = nullptr);

    void watch(bool on);
    /// In the painter's order; a painting with one version has that one.
    const std::vector<SeenVersion>& seen() const { return seen_; }
    const SeenVersion* find(VersionId id) const;
    bool finished() const { return !watching_ || !job_.running(); }

signals:
    void changed();

private:
    void follow();
    void measure();
    SeenVersion* known(VersionId id, const Painting& alone);

    Session& session_;
    LatestJob job_;
    bool watching_ = false;
    std::optional<Reader> reader_;
    HouseRules rules_;
    std::vector<SeenVersion> seen_;
};

}  // namespace underpaint
