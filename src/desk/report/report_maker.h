// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <functional>
#include <map>
#include <memory>
#include <string>

#include "desk/report/report_edits.h"
#include "desk/work/latest_job.h"
#include "desk/work/measuring.h"
#include "files/brief_report.h"
#include "pages/page_layout.h"
#include "report/make_report.h"
#include "report/on_paper.h"

namespace underpaint {

/// Makes the report beside the interface while somebody looks, section by section in their order,
/// from figures of every pixel. What was made stays until the painting changes, so that choosing
/// and moving sections lays out pages only.
class ReportMaker : public QObject {
    Q_OBJECT
public:
    /// \param day of the report, ISO 8601
    ReportMaker(Session& session, const Measuring& passes, const ReportEdits& edits,
                std::function<std::string()> day, QObject* parent = nullptr);

    void watch(bool on);
    /// The pages as far as they are made; null while there is no painting.
    const std::shared_ptr<const PageLayout>& pages() const { return pages_; }
    /// The page of a section that is on, from 0; nothing where it has nothing to say, or is still
    /// to come.
    std::optional<int> page_of(ReportSection section) const;
    bool is_made(ReportSection section) const { return made_.contains(section); }
    /// Null while it is not made, and where it has nothing to say.
    const Section* made(ReportSection section) const;
    /// What printing does to the painting as it is now; null while that is not known.
    std::shared_ptr<const OnPaper> on_paper() const { return outdated() ? nullptr : paper_; }
    /// A section that is to be made though it may not be in the report.
    void also_make(std::optional<ReportSection> section);
    /// All that is asked for is there, of the painting as it is now.
    bool whole() const;
    /// Calls `then` once it is whole; at once when it is. Another painting: never.
    void when_whole(std::function<void()> then);
    bool finished() const { return !watching_ || !job_.running(); }

signals:
    void changed();

private:
    /// The inputs of sections, by which they are known to be out of date.
    struct Basis {
        Painting painting;
        Reader reader = Reader::lightness;
        HouseRules rules;
        std::string day;
        std::shared_ptr<const PrintProof> paper;
    };
    /// Whether a report of the one is a report of the other, but for the time that was worked.
    static bool same(const Basis& a, const Basis& b);
    std::optional<Basis> basis_now() const;
    bool outdated() const;
    void follow();
    std::vector<ReportSection> wanted() const;
    void make();
    void lay_out();
    void tell_waiting();

    Session& session_;
    const Measuring& passes_;
    const ReportEdits& edits_;
    std::function<std::string()> day_;
    LatestJob job_;
    bool watching_ = false;
    std::optional<ReportSection> also_;
    std::optional<Basis> basis_;
    int picture_side_ = 0;
    std::size_t made_before_ = 0;                           // when the job began
    std::map<ReportSection, std::optional<Section>> made_;  // nothing: it has nothing to say
    std::shared_ptr<const BriefReport> brief_;
    std::shared_ptr<const OnPaper> paper_;
    std::shared_ptr<const PageLayout> pages_;
    std::vector<std::function<void()>> waiting_;
};

}  // namespace underpaint
