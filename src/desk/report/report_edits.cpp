// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/report/report_edits.h"

#include <algorithm>

namespace underpaint {
namespace {

// Characters; in any encoding they fit into kMostReportWords bytes.
constexpr int kMostWords = 20'000;

}  // namespace

ReportEdits::ReportEdits(Session& session, std::filesystem::path folder, QObject* parent)
    : QObject(parent), session_(session), folder_(std::move(folder)) {
    // A damaged file is reported when something is to be saved into it.
    presets_ = read_presets(folder_).value_or(KeptPresets{});
}

const ReportSettings& ReportEdits::settings() const {
    const auto found = now_.find(presets_.used);
    return found == now_.end() ? presets_.settings_of(presets_.used) : found->second;
}

bool ReportEdits::differs_from_kept() const {
    return settings() != presets_.settings_of(presets_.used);
}

bool ReportEdits::differs_from_first() const {
    return settings() != preset().settings;
}

void ReportEdits::use(const std::string& preset) {
    if (preset == presets_.used) return;
    presets_.used = preset;
    save();
    emit changed();
}

void ReportEdits::set(ReportSettings settings) {
    if (settings == this->settings()) return;
    now_[presets_.used] = std::move(settings);
    emit changed();
}

void ReportEdits::turn(ReportSection section, bool on) {
    ReportSettings next = settings();
    std::ranges::find(next.sections, section, &SectionChoice::section)->on = on;
    set(std::move(next));
}

void ReportEdits::move(std::size_t from, std::size_t to) {
    ReportSettings next = settings();
    if (from >= next.sections.size() || to >= next.sections.size()) return;
    const auto at = [&](std::size_t i) {
        return next.sections.begin() + static_cast<std::ptrdiff_t>(i);
    };
    if (from < to)
        std::rotate(at(from), at(from + 1), at(to + 1));
    else
        std::rotate(at(to), at(from), at(from + 1));
    set(std::move(next));
}

void ReportEdits::set_picture_side(int side) {
    ReportSettings next = settings();
    next.picture_side = std::clamp(side, kLeastPictureSide, kMostPictureSide);
    set(std::move(next));
}

void ReportEdits::set_page(const PageSetup& setup) {
    ReportSettings next = settings();
    next.setup = setup;
    set(std::move(next));
}

void ReportEdits::keep() {
    presets_.changed[presets_.used] = settings();
    now_.erase(presets_.used);
    save();
    emit changed();
}

void ReportEdits::back_to_first() {
    presets_.changed.erase(presets_.used);
    now_.erase(presets_.used);
    save();
    emit changed();
}

void ReportEdits::save() {
    if (const Done saved = save_presets(folder_, presets_); !saved)
        emit troubled(QString::fromStdString(saved.error().message()));
}

void ReportEdits::set_words(const QString& words) {
    Painting next = session_.document.painting();
    next.report_words = words.left(kMostWords).toStdString();
    if (next != session_.document.painting())
        session_.document.change(tr("Words of the report"), std::move(next),
                                 QStringLiteral("report_words"));
}

}  // namespace underpaint
