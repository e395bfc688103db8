// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMenu>
#include <QObject>

#include "desk/panes/bench.h"
#include "desk/report/report_maker.h"

namespace underpaint {

/// Saves and prints the report beside the interface: asked for while it is still made, it is saved
/// once it is whole.
class ReportSaving : public QObject {
    Q_OBJECT
public:
    ReportSaving(const Desk& desk, ReportMaker& maker, QObject* parent = nullptr);

    void save_pdf();
    void save_html();
    void fill_figures(QMenu& menu);
    void fill_printers(QMenu& menu);
    void stop();
    /// Something is waited for, written or printed.
    bool busy() const { return waiting_ || job_.running(); }
    /// The last message; empty: none.
    const QString& said() const { return said_; }

signals:
    void changed();

private:
    using Pages = std::shared_ptr<const PageLayout>;
    using Write = std::function<Done(const PageLayout& pages, const std::stop_token& stop)>;
    /// \param file  that it becomes; empty: none
    void begin(const QString& doing, const QString& done, const std::filesystem::path& file,
               Write write);
    void ask(
        const QString& title, const QString& kinds, const char* ending,
        std::function<Done(const std::filesystem::path&, const PageLayout&, const std::stop_token&)>
            write);
    void ended(const Done& done, const QString& words, const std::filesystem::path& file);
    void say(const QString& words);

    Desk desk_;
    ReportMaker& maker_;
    LatestJob job_;
    bool waiting_ = false;
    std::uint64_t number_ = 0;  // of what is waited for; a later one is another
    QString said_;
};

}  // namespace underpaint
