// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/icalendar.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "brief/routes.h"

namespace underpaint {
namespace {

constexpr std::size_t kLine = 75;  // octets; RFC 5545, 3.1

/// TEXT: RFC 5545, 3.3.11.
std::string escaped(std::string_view text) {
    std::string out;
    for (const char c : text) {
        if (c == '\\' || c == ';' || c == ',') out += '\\';
        if (c == '\n')
            out += "\\n";
        else if (static_cast<unsigned char>(c) >= 0x20)
            out += c;
    }
    return out;
}

class LineWriter {
public:
    explicit LineWriter(std::string stamp) : stamp_(std::move(stamp)) {}

    /// Folds between characters, never inside one.
    void line(const std::string& content) {
        std::size_t length = 0;
        for (std::size_t i = 0; i < content.size();) {
            std::size_t next = i + 1;
            while (next < content.size() &&
                   (static_cast<unsigned char>(content[next]) & 0xC0U) == 0x80)
                ++next;
            if (length + (next - i) > kLine) {
                text_ += "\r\n ";
                length = 1;
            }
            text_.append(content, i, next - i);
            length += next - i;
            i = next;
        }
        text_ += "\r\n";
    }

    /// `minute` of the day; over midnight it goes on the next day.
    void event(const std::string& kind, Date day, double minute, double minutes,
               const std::string& summary) {
        const auto whole = static_cast<int>(std::lround(minute));
        const Date on(days_of(day) + std::chrono::days(whole / (24 * 60)));
        begin(kind);
        line(fmt::format("DTSTART:{}T{:02}{:02}00", compact(on), whole / 60 % 24, whole % 60));
        line(fmt::format("DURATION:PT{}M", std::max(1L, std::lround(minutes))));
        line("SUMMARY:" + escaped(summary));
        line("END:VEVENT");
    }
    void day(const std::string& kind, Date day, const std::string& summary) {
        begin(kind);
        line("DTSTART;VALUE=DATE:" + compact(day));
        line("SUMMARY:" + escaped(summary));
        line("END:VEVENT");
    }
    std::string take() && { return std::move(text_); }

private:
    void begin(const std::string& kind) {
        line("BEGIN:VEVENT");
        line(fmt::format("UID:{}-{}@faithful-underpaint", kind, ++number_));
        line("DTSTAMP:" + stamp_);
    }
    static std::string compact(Date day) {
        std::string text = iso(day);
        std::erase(text, '-');
        return text;
    }

    std::string stamp_, text_;
    int number_ = 0;
};

}  // namespace

std::string icalendar_of(const Painting& painting, const Schedule& schedule,
                         const std::string& stamp) {
    LineWriter writer(stamp);
    writer.line("BEGIN:VCALENDAR");
    writer.line("VERSION:2.0");
    writer.line("PRODID:-//Faithful Underpaint//Brief//EN");
    const auto name = [&](const std::string& step) {
        const RouteStep* found = step_of(painting.brief.route, step);
        return painting.name + ": " + (found != nullptr ? found->name : "other work");
    };
    const std::string& id = painting.log.id.empty() ? painting.name : painting.log.id;
    for (const LoggedTime& time : painting.log.times)
        if (time.seconds > 0)
            writer.event(escaped(id) + "-worked", time.day, time.began, time.seconds / 60,
                         name(time.step) + " (worked)");
    for (const PlannedTime& time : schedule.times)
        writer.event(escaped(id) + "-planned", time.day, painting.brief.days.begins + time.from,
                     time.to - time.from, name(time.step));
    if (painting.brief.days.due)
        writer.day(escaped(id) + "-due", *painting.brief.days.due, painting.name + " is due");
    writer.line("END:VCALENDAR");
    return std::move(writer).take();
}

}  // namespace underpaint
