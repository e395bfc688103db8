// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/unsaved_note_json.h"

#include "files/path_text.h"

namespace underpaint {

Json to_json(const UnsavedNote& note) {
    Json json{{"name", note.name},
              {"when", note.when.time_since_epoch().count()},
              {"changes", note.changes},
              {"last_change", note.last_change}};
    if (!note.file.empty()) json["file"] = text_of_path(note.file);
    if (!note.watched.empty()) json["watched"] = text_of_path(note.watched);
    if (note.stamp)
        json["stamp"] = {note.stamp->device, note.stamp->inode, note.stamp->size,
                         note.stamp->changed};
    return json;
}

UnsavedNote note_from(const Json& json) {
    UnsavedNote note;
    note.name = json.at("name");
    note.when = std::chrono::sys_seconds(std::chrono::seconds(json.at("when").get<std::int64_t>()));
    note.changes = json.at("changes");
    note.last_change = json.at("last_change");
    note.file = path_from_text(json.value("file", ""));
    note.watched = path_from_text(json.value("watched", "")).string();
    if (json.contains("stamp")) {
        const Json& stamp = json.at("stamp");
        note.stamp = {stamp.at(0), stamp.at(1), stamp.at(2), stamp.at(3)};
    }
    return note;
}

}  // namespace underpaint
