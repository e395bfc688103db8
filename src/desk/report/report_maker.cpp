// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/report/report_maker.h"

#include <algorithm>

#include "painting/date.h"

namespace underpaint {
namespace {

/// Sections whose pictures are as large as the painter asks for.
constexpr ReportSection kSized[] = {ReportSection::pictures, ReportSection::stages,
                                    ReportSection::versions, ReportSection::paper};

}  // namespace

ReportMaker::ReportMaker(Session& session, const Measuring& passes, const ReportEdits& edits,
                         std::function<std::string()> day, QObject* parent)
    : QObject(parent),
      session_(session),
      passes_(passes),
      edits_(edits),
      day_(std::move(day)),
      job_(this, Urgency::beside, "the report") {
    connect(&session_.document, &Document::begun, this, [this] { waiting_.clear(); });
    session_.when(this, &ReportMaker::follow, &Document::changed, &Document::saves_kept,
                  &Choices::reader_changed);
    connect(&session_.settings, &PainterSettings::changed, this, &ReportMaker::follow);
    connect(&passes_, &Measuring::figures_changed, this, &ReportMaker::follow);
    connect(&passes_, &Measuring::findings_changed, this, &ReportMaker::follow);
    connect(&edits_, &ReportEdits::changed, this, &ReportMaker::follow);
    connect(&session_.paper, &PaperChoice::changed, this, [this] {
        if (basis_) basis_->paper = session_.paper.proof();
        paper_.reset();
        if (made_.erase(ReportSection::paper) > 0) job_.stop();
        follow();
    });
    connect(&job_, &LatestJob::ended, this, [this] {
        emit changed();
        tell_waiting();
        // A job that made nothing, for instance for lack of memory, is not started again by itself.
        if (made_.size() > made_before_) make();
    });
}

bool ReportMaker::same(const Basis& a, const Basis& b) {
    Painting painting = a.painting;
    painting.log = b.painting.log;
    painting.report_words = b.painting.report_words;
    painting.last_report = b.painting.last_report;
    return painting == b.painting && a.reader == b.reader && a.rules == b.rules && a.day == b.day;
}

void ReportMaker::watch(bool on) {
    watching_ = on;
    if (on) made_.erase(ReportSection::studies);  // a study may have been added
    if (on && basis_ && session_.document.painting().log != basis_->painting.log) {
        made_.erase(ReportSection::time);
        made_.erase(ReportSection::brief);
        brief_.reset();
        basis_->painting.log = session_.document.painting().log;
    }
    if (on)
        follow();
    else if (waiting_.empty())
        job_.stop();
}

std::optional<ReportMaker::Basis> ReportMaker::basis_now() const {
    if (!session_.document.has_painting()) return std::nullopt;
    return Basis{session_.document.painting(), session_.choices.reader(), session_.settings.rules(),
                 day_(), session_.paper.proof()};
}

void ReportMaker::follow() {
    if (!watching_ && waiting_.empty()) return;
    if (outdated()) {
        job_.stop();
        made_.clear();
        brief_.reset();
        paper_.reset();
        basis_ = basis_now();
    }
    if (picture_side_ != edits_.settings().picture_side) {
        job_.stop();
        for (const ReportSection section : kSized) made_.erase(section);
        picture_side_ = edits_.settings().picture_side;
    }
    lay_out();
    make();
}

bool ReportMaker::outdated() const {
    const auto now = basis_now();
    return now.has_value() != basis_.has_value() || (now && !same(*basis_, *now));
}

bool ReportMaker::whole() const {
    return basis_ && !outdated() &&
           std::ranges::all_of(wanted(), [this](ReportSection each) { return is_made(each); });
}

std::vector<ReportSection> ReportMaker::wanted() const {
    std::vector<ReportSection> all = edits_.settings().chosen();
    if (also_ && std::ranges::count(all, *also_) == 0) all.push_back(*also_);
    return all;
}

void ReportMaker::also_make(std::optional<ReportSection> section) {
    also_ = section;
    follow();
}

const Section* ReportMaker::made(ReportSection section) const {
    const auto found = made_.find(section);
    return found != made_.end() && found->second ? &*found->second : nullptr;
}

void ReportMaker::when_whole(std::function<void()> then) {
    waiting_.push_back(std::move(then));
    follow();
    tell_waiting();
}

void ReportMaker::tell_waiting() {
    if (waiting_.empty() || !whole()) return;
    for (const auto& then : std::exchange(waiting_, {})) then();
}

void ReportMaker::make() {
    const auto& audit = passes_.audit();
    if (!basis_ || job_.running() || whole()) return;
    // Exact figures are still being made.
    if (!passes_.current() || !audit || !audit->exact) return;
    std::vector<ReportSection> missing;
    for (const ReportSection section : wanted()) {
        if (section == ReportSection::paper) session_.paper.want();
        // The section of the paper waits until the paper's profile is read.
        if (section == ReportSection::paper && !basis_->paper) continue;
        if (!is_made(section)) missing.push_back(section);
    }
    if (missing.empty()) return;
    made_before_ = made_.size();
    job_.start([this, missing, basis = *basis_, audit = *audit, findings = passes_.findings(),
                brief = brief_, paper = paper_, past = session_.settings.past(),
                side = picture_side_](const std::stop_token& stop, const Deliver& deliver) mutable {
        static const BriefReport none;
        for (const ReportSection section : missing) {
            const bool asks_brief =
                section == ReportSection::brief || section == ReportSection::time;
            if (asks_brief && !brief) {
                brief = std::make_shared<const BriefReport>(
                    report_brief(basis.painting, basis.reader,
                                 {basis.rules, past, *date_from_iso(basis.day)}, &audit));
                deliver([this, brief] { brief_ = brief; });
            }
            if (section == ReportSection::paper && !paper) {
                if (auto measured =
                        measure_on_paper(basis.painting, audit, *basis.paper, basis.rules, stop))
                    paper = std::make_shared<const OnPaper>(std::move(*measured));
                if (stop.stop_requested()) return;
                deliver([this, paper] { paper_ = paper; });
            }
            StudyRecord studies;
            if (section == ReportSection::studies)
                studies = read_studies(Logbook::usual_file()).value_or(StudyRecord{});
            const ReportMatter matter{
                basis.painting,    audit,
                findings,          brief ? *brief : none,
                basis.day,         section == ReportSection::paper ? paper.get() : nullptr,
                basis.paper.get(), &studies};
            auto made = make_report(matter, {{section}, side, {}}, stop);
            if (!made) return;
            std::optional<Section> one;
            if (!made->sections.empty()) one = std::move(made->sections.front());
            deliver([this, section, one = std::move(one)]() mutable {
                made_[section] = std::move(one);
                lay_out();
            });
        }
    });
}

void ReportMaker::lay_out() {
    if (!basis_) {
        pages_.reset();
        return emit changed();
    }
    const std::string& words = session_.document.painting().report_words;
    Report report = begin_report(basis_->painting, words, basis_->day);
    for (const ReportSection section : edits_.settings().chosen())
        if (const Section* one = made(section)) report.sections.push_back(*one);
    pages_ = std::make_shared<const PageLayout>(std::move(report), edits_.settings().setup);
    emit changed();
}

std::optional<int> ReportMaker::page_of(ReportSection section) const {
    if (!pages_) return std::nullopt;
    const auto& sections = pages_->report().sections;
    const auto found = std::ranges::find(sections, text_of(section).id, &Section::id);
    if (found == sections.end()) return std::nullopt;
    return pages_->place_of(static_cast<std::size_t>(found - sections.begin())).page;
}

}  // namespace underpaint
