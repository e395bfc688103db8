// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <filesystem>
#include <map>
#include <string>

#include "desk/work/session.h"
#include "report/kept_presets.h"

namespace underpaint {

/// How the report is to be: for whom, which sections in which order, on what sheet, and the
/// painter's words. The words belong to the painting, the rest is the painter's own.
class ReportEdits : public QObject {
    Q_OBJECT
public:
    /// \param folder where the presets are kept
    ReportEdits(Session& session, std::filesystem::path folder, QObject* parent = nullptr);

    /// The preset in use.
    const ReportPreset& preset() const { return *report_preset(presets_.used); }
    /// The settings now, with the changes since they were kept.
    const ReportSettings& settings() const;
    bool differs_from_kept() const;
    bool differs_from_first() const;

    void use(const std::string& preset);
    void turn(ReportSection section, bool on);
    /// Moves a section; both are places among all sections.
    void move(std::size_t from, std::size_t to);
    void set_picture_side(int side);
    void set_page(const PageSetup& setup);
    /// The preset is so from now on.
    void keep();
    /// Sets the preset back to the program's own.
    void back_to_first();

    void set_words(const QString& words);

signals:
    void changed();
    void troubled(const QString& sentence);

private:
    void set(ReportSettings settings);
    void save();

    Session& session_;
    std::filesystem::path folder_;
    KeptPresets presets_;
    std::map<std::string, ReportSettings> now_;  // of presets that were changed and not kept
};

}  // namespace underpaint
