// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QTimer>
#include <QWidget>
#include <functional>
#include <string>

#include "desk/work/latest_job.h"
#include "desk/work/session.h"

class QLabel;
class QListWidget;
class QPushButton;

namespace underpaint {

/// The seals: what each is against the values as they are now, comparing them, putting an older one
/// in force, and sealing. Says what a new seal would change before it is made.
class SealsPanel : public QWidget {
    Q_OBJECT
public:
    /// `day` says what date a seal made now bears, as ISO 8601.
    SealsPanel(Session& session, std::function<std::string()> day, QWidget* parent = nullptr);

    /// Freezes the values as they are; in the background where value passes have to be laid.
    void seal();
    /// The values are no longer what was sealed.
    bool values_differ() const;
    bool busy() const { return job_.running() || sealing_.running() || rest_.isActive(); }

signals:
    void looked();  ///< whether the values differ is known again

private:
    void refresh();
    void put_off();
    void foresee();
    void compare(bool on);
    std::optional<std::size_t> chosen() const;

    Session& session_;
    std::function<std::string()> day_;
    LatestJob job_, sealing_;
    QTimer rest_;
    /// The inputs of the words about a new seal.
    struct Basis {
        SharedPicture underpaint, ground;
        std::vector<Pass> values, passes;
        Reader reader;
        friend bool operator==(const Basis&, const Basis&) = default;
    };
    std::optional<Basis> basis_;
    SharedPicture shaped_;  // the values as they are now; null until they are made
    QListWidget* list_;
    QLabel *empty_, *foreseen_;
    QPushButton *compare_, *in_force_, *again_;
};

}  // namespace underpaint
