// SPDX-License-Identifier: GPL-3.0-or-later
// What leaves the desk: the finished picture, alone or over its layers.
#include "desk/window/file_desk.h"

#include "desk/window/file_names.h"
#include "files/export_png.h"
#include "render/merged.h"

namespace underpaint {

void FileDesk::export_png() {
    if (!session_.document.has_painting() || saving()) return;
    const auto file =
        picker_.to_save(tr("Export a PNG"), QStringLiteral("PNG picture (*.png)"),
                        folder() / (file_name_of(session_.document.painting()) + ".png"));
    if (file.empty()) return;
    with_ending(
        file, ".png", [this](const Path& named) { export_to(named, {}); },
        [this] { export_png(); });
}

void FileDesk::export_to(const Path& file, const Replacing& replacing) {
    run(saving_, tr("Exporting %1").arg(name_of(file)),
        [this, file, replacing, painting = session_.document.painting()](
            const std::stop_token& stop, const Deliver& deliver) {
            const auto progress = [this, deliver](float share) {
                deliver([this, share] { notice_.set_progress(share); });
            };
            const Done done = underpaint::export_png(file, painting, everything_of(painting), stop,
                                                     progress, replacing);
            deliver([this, file, done] {
                finish(saving_);
                if (done) return say(tr("Exported to %1.").arg(text_of(file)));
                ask_about(
                    done.error(), file,
                    [this](const Path& other, const Replacing& how) { export_to(other, how); },
                    [this] { export_png(); });
            });
        });
}

void FileDesk::save_merged_copy() {
    if (!session_.document.has_painting() || saving()) return;
    const auto file =
        picker_.to_save(tr("Save a merged copy"),
                        QStringLiteral("OpenRaster, merged on top (*.ora);;PNG picture (*.png)"),
                        folder() / (file_name_of(session_.document.painting()) + " merged.ora"));
    if (file.empty()) return;
    if (file.extension() == ".png") return export_to(file, {});
    with_ending(
        file, ".ora", [this](const Path& named) { merge_to(named, {}); },
        [this] { save_merged_copy(); });
}

void FileDesk::merge_to(const Path& file, const Replacing& replacing) {
    run(saving_, tr("Merging into %1").arg(name_of(file)),
        [this, file, replacing, painting = session_.document.painting()](
            const std::stop_token& stop, const Deliver& deliver) {
            const auto progress = [this, deliver](float share) {
                deliver([this, share] { notice_.set_progress(share); });
            };
            const auto merged = with_merged_on_top(painting, stop);
            const Done done =
                merged ? save_painting(file, *merged, stop, progress, replacing) : Done(stopped());
            deliver([this, file, done] {
                finish(saving_);
                if (done) return say(tr("A merged copy is in %1.").arg(text_of(file)));
                ask_about(
                    done.error(), file,
                    [this](const Path& other, const Replacing& how) { merge_to(other, how); },
                    [this] { save_merged_copy(); });
            });
        });
}

}  // namespace underpaint
