// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QStringList>

#include "files/painter_files.h"

namespace underpaint {

/// The painter's own settings for every painting: house rules, routes, and minutes of earlier
/// paintings. Written as they change.
class PainterSettings : public QObject {
    Q_OBJECT
public:
    explicit PainterSettings(PainterFiles files = PainterFiles::usual());

    const HouseRules& rules() const { return rules_; }
    /// Nothing: as usual.
    void set_rule(HouseRule rule, std::optional<double> value);
    const std::vector<Route>& routes() const { return routes_; }
    void keep_route(Route route);
    const std::vector<PastPainting>& past() const { return past_; }
    void keep_past(std::vector<PastPainting> past);

    /// Failures of reading or writing, a sentence each, until they are taken.
    QStringList take_troubles();

signals:
    void changed();
    void troubled();

private:
    void note(const Trouble& trouble);
    void settle(const Done& done);

    PainterFiles files_;
    HouseRules rules_;
    std::vector<Route> routes_;
    std::vector<PastPainting> past_;
    QStringList troubles_;
};

}  // namespace underpaint
