// SPDX-License-Identifier: GPL-3.0-or-later
// What leaves the desk: the finished picture, alone or over its layers.
#include "desk/window/file_desk.h"

#include "desk/window/file_names.h"
#include "files/export_png.h"
#include "files/merged_copy.h"

namespace underpaint {

/// Writes the painting into a file beside the interface, and asks again where that went wrong.
void FileDesk::send_out(const Outgoing& how, const Path& file, const Replacing& replacing) {
    run(saving_, how.doing.arg(name_of(file)),
        [this, how, file, replacing, painting = session_.document.painting()](
            const std::stop_token& stop, const Deliver& deliver) {
            const auto progress = [&](float share) { deliver.progress(share); };
            const Done done = how.write(file, painting, stop, progress, replacing);
            deliver([this, how, file, done] {
                finish(saving_);
                if (done) return say(how.done(file));
                ask_about(
                    done.error(), file,
                    [this, how](const Path& other, const Replacing& under) {
                        send_out(how, other, under);
                    },
                    [this, how] { (this->*how.again)(); });
            });
        });
}

void FileDesk::export_png() {
    if (!session_.document.has_painting() || saving()) return;
    const Outgoing how{
        tr("Exporting %1"), [](const Path& to) { return tr("Exported to %1.").arg(text_of(to)); },
        [](const Path& to, const Painting& painting, const auto&... rest) {
            return underpaint::export_png(to, painting, everything_of(painting), rest...);
        },
        &FileDesk::export_png};
    ask_where(tr("Export a PNG"), QStringLiteral("PNG picture (*.png)"),
              folder() / (file_name_of(session_.document.painting()) + ".png"),
              [this, how](const Path& named) { send_out(how, named, {}); });
}

void FileDesk::save_merged_copy() {
    if (!session_.document.has_painting() || saving()) return;
    const auto file =
        picker_.to_save(tr("Save a merged copy"),
                        QStringLiteral("OpenRaster, merged on top (*.ora);;PNG picture (*.png)"),
                        folder() / (file_name_of(session_.document.painting()) + " merged.ora"));
    if (file.empty()) return;
    const auto again = [this] { save_merged_copy(); };
    const auto save = [this, again](const Path& named) {
        not_over_itself(
            named, [this](const Path& other) { save_merged_copy_to(other); }, again);
    };
    file.extension() == ".png" ? save(file) : with_ending(file, ".ora", save, again);
}

void FileDesk::save_merged_copy_to(const Path& file) {
    const Outgoing how{tr("Merging into %1"),
                       [this, number = session_.document.number()](const Path& to) {
                           emit merged(number);
                           return tr("A merged copy is in %1, its colours in %2.")
                               .arg(text_of(to), name_of(palette_beside(to)));
                       },
                       underpaint::save_merged_copy, &FileDesk::save_merged_copy};
    const Path palette = palette_beside(file);
    std::error_code error;
    if (!std::filesystem::exists(palette, error)) return send_out(how, file, {});
    // The dialog asked only about the picture's file.
    notice_.ask(
        tr("The colours of the copy go into %1, which is there already.").arg(name_of(palette)),
        {{tr("Choose another name"), [this] { save_merged_copy(); }},
         {tr("Replace it"), [this, how, file] { send_out(how, file, {}); }},
         {tr("Cancel"), {}}});
}

}  // namespace underpaint
