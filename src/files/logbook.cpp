// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/logbook.h"

#include <fmt/format.h>
#include <sqlite3.h>

#include <algorithm>
#include <charconv>
#include <cmath>
#include <limits>

#include "files/csv.h"
#include "files/user_folders.h"
#include "practice/naming.h"

namespace underpaint {
namespace {

namespace fs = std::filesystem;
using std::chrono::sys_days;
using std::chrono::sys_seconds;

constexpr int kBusyFor = 5000;  // milliseconds to wait for another window
/// What makes a logbook of each version from one of the version before.
constexpr const char* kVersions[] = {R"(
create table answers (id integer primary key, at integer not null, kind text not null,
  seed integer not null, hue integer not null, step integer not null, level real not null,
  truth real not null, said real not null, error real not null, is_right integer not null,
  seconds real not null);
create index answers_by_kind on answers (kind, at);
create table studies (id integer primary key, at integer not null, kind text not null,
  name text not null, minutes real not null, figure real not null, second real not null);
create table goals (kind text primary key, count integer not null);
)",
                                     R"(
alter table goals add column doubles integer not null default 0;
)"};
constexpr int kVersion = std::size(kVersions);
constexpr const char* kCsvHead =
    "what,at,kind,seed,hue,step,level,truth,said,error,right,seconds,name,minutes,figure,second";

std::int64_t seconds_of(sys_seconds when) {
    return when.time_since_epoch().count();
}
sys_seconds moment_of(std::int64_t seconds) {
    return sys_seconds(std::chrono::seconds(seconds));
}
}  // namespace

/// The connection; statements throw a Trouble, which the public functions give back.
struct Logbook::Database {
    fs::path file;
    sqlite3* connection = nullptr;

    Database() = default;
    Database(const Database&) = delete;
    Database& operator=(const Database&) = delete;
    ~Database() { sqlite3_close(connection); }

    Trouble fault(int code) const {
        const char* what =
            connection != nullptr ? sqlite3_errmsg(connection) : sqlite3_errstr(code);
        const bool full = (code & 0xFF) == SQLITE_FULL;
        return {file.string(), full ? "the disk is full; the answer was not kept."
                                    : fmt::format("the logbook can't be used: {}.", what)};
    }
    bool damaged(int code) const {
        return (code & 0xFF) == SQLITE_CORRUPT || (code & 0xFF) == SQLITE_NOTADB;
    }
    int try_open() {
        std::error_code error;
        fs::create_directories(file.parent_path(), error);
        const int code = sqlite3_open_v2(
            file.c_str(), &connection,
            SQLITE_OPEN_READWRITE | SQLITE_OPEN_CREATE | SQLITE_OPEN_FULLMUTEX, nullptr);
        if (code != SQLITE_OK) return code;
        sqlite3_extended_result_codes(connection, 1);
        sqlite3_busy_timeout(connection, kBusyFor);
        return SQLITE_OK;
    }
    void run(const std::string& statements) const {
        const int code = sqlite3_exec(connection, statements.c_str(), nullptr, nullptr, nullptr);
        if (code != SQLITE_OK) throw fault(code);
    }
};

namespace {

/// A prepared statement with its values bound in order.
class Statement {
public:
    template <class Database, class... Values>
    Statement(const Database& database, const char* text, const Values&... values) {
        const int code = sqlite3_prepare_v2(database.connection, text, -1, &statement_, nullptr);
        if (code != SQLITE_OK) throw database.fault(code);
        int at = 0;
        (bind(++at, values), ...);
    }
    Statement(const Statement&) = delete;
    Statement& operator=(const Statement&) = delete;
    ~Statement() { sqlite3_finalize(statement_); }

    /// False when there is no further row.
    template <class Database>
    bool next(const Database& database) {
        const int code = sqlite3_step(statement_);
        if (code != SQLITE_ROW && code != SQLITE_DONE) throw database.fault(code);
        return code == SQLITE_ROW;
    }
    std::int64_t whole(int column) const { return sqlite3_column_int64(statement_, column); }
    double number(int column) const { return sqlite3_column_double(statement_, column); }
    std::string text(int column) const {
        const auto* bytes = sqlite3_column_text(statement_, column);
        return bytes == nullptr ? std::string() : std::string(reinterpret_cast<const char*>(bytes));
    }

private:
    void bind(int at, std::int64_t value) { sqlite3_bind_int64(statement_, at, value); }
    void bind(int at, int value) { sqlite3_bind_int(statement_, at, value); }
    void bind(int at, double value) { sqlite3_bind_double(statement_, at, value); }
    void bind(int at, std::string_view value) {
        sqlite3_bind_text(statement_, at, value.data(), static_cast<int>(value.size()),
                          SQLITE_TRANSIENT);
    }
    sqlite3_stmt* statement_ = nullptr;
};

constexpr const char* kAnswerColumns =
    "id, at, kind, seed, hue, step, level, truth, said, error, is_right, seconds";

/// Nothing where the row is of a kind that this version does not know.
std::optional<LoggedAnswer> answer_from(const Statement& row) {
    const auto kind = drill_from_id(row.text(2));
    if (!kind) return std::nullopt;
    return LoggedAnswer{row.whole(0),
                        moment_of(row.whole(1)),
                        *kind,
                        static_cast<std::uint64_t>(row.whole(3)),
                        {static_cast<int>(row.whole(4)), static_cast<int>(row.whole(5))},
                        row.number(6),
                        row.number(7),
                        row.number(8),
                        row.number(9),
                        row.whole(10) != 0,
                        row.number(11)};
}

std::optional<LoggedStudy> study_from(const Statement& row) {
    const auto kind = study_kind_from_id(row.text(2));
    if (!kind) return std::nullopt;
    return LoggedStudy{row.whole(0),  moment_of(row.whole(1)), *kind,        row.text(3),
                       row.number(4), row.number(5),           row.number(6)};
}

/// All of it, or nothing where a statement fails: then no other window is kept out.
template <class Database>
class Transaction {
public:
    explicit Transaction(const Database& database) : database_(database) {
        database_.run("begin immediate");
    }
    Transaction(const Transaction&) = delete;
    Transaction& operator=(const Transaction&) = delete;
    ~Transaction() {
        if (open_) sqlite3_exec(database_.connection, "rollback", nullptr, nullptr, nullptr);
    }
    void commit() {
        database_.run("commit");
        open_ = false;
    }

private:
    const Database& database_;
    bool open_ = true;
};

/// Calls something that may throw a Trouble, and gives that back.
template <class Do>
auto guarded(const Do& act) -> Result<decltype(act())> {
    try {
        if constexpr (std::is_void_v<decltype(act())>) {
            act();
            return {};
        } else {
            return act();
        }
    } catch (const Trouble& trouble) {
        return tl::unexpected(trouble);
    }
}

template <class Database>
void insert(const Database& database, const LoggedAnswer& a) {
    Statement(database,
              "insert into answers (at, kind, seed, hue, step, level, truth, said, error, "
              "is_right, seconds) values (?,?,?,?,?,?,?,?,?,?,?)",
              seconds_of(a.when), text_of(a.kind).id, static_cast<std::int64_t>(a.seed), a.cell.hue,
              a.cell.step, a.level, a.truth, a.said, a.error, static_cast<int>(a.right), a.seconds)
        .next(database);
}
template <class Database>
void insert(const Database& database, const LoggedStudy& s) {
    Statement(database,
              "insert into studies (at, kind, name, minutes, figure, second) values (?,?,?,?,?,?)",
              seconds_of(s.when), text_of(s.kind).id, s.name, s.minutes, s.figure, s.second)
        .next(database);
}

}  // namespace

sys_days monday_of(sys_days day) {
    const unsigned after = (std::chrono::weekday(day).c_encoding() + 6) % 7;
    return day - std::chrono::days(after);
}

AnswerFigures figures_of(std::span<const LoggedAnswer> answers) {
    AnswerFigures figures{answers.size(), 0, 0};
    for (const LoggedAnswer& each : answers)
        figures.error += std::abs(each.error), figures.right += each.right;
    if (answers.empty()) return figures;
    figures.error /= static_cast<double>(answers.size());
    figures.right /= static_cast<double>(answers.size());
    return figures;
}

Logbook::Logbook(std::unique_ptr<Database> database) : database_(std::move(database)) {}
Logbook::~Logbook() = default;
Logbook::Logbook(Logbook&& other) noexcept = default;
Logbook& Logbook::operator=(Logbook&& other) noexcept = default;

fs::path Logbook::usual_file() {
    return records_folder() / "logbook.sqlite";
}

Result<Logbook> Logbook::open(const fs::path& file) {
    const auto connected = [&](std::unique_ptr<Database>& database) {
        database = std::make_unique<Database>();
        database->file = file;
        int code = database->try_open();
        if (code != SQLITE_OK) return code;
        // Reads the first page: a file that is no database fails here.
        int version = 0;
        try {
            Statement asked(*database, "pragma user_version");
            if (asked.next(*database)) version = static_cast<int>(asked.whole(0));
            Statement check(*database, "pragma quick_check(1)");
            if (check.next(*database) && check.text(0) != "ok") return SQLITE_CORRUPT;
        } catch (const Trouble&) {
            code = sqlite3_extended_errcode(database->connection);
            return code == SQLITE_OK ? SQLITE_CORRUPT : code;
        }
        if (version > kVersion)
            throw Trouble{file.string(),
                          "this logbook was kept by a newer version of the "
                          "program, and is left as it is."};
        database->run("pragma journal_mode = wal; pragma synchronous = full;");
        // Two windows may open it at once: one creates the tables, the other finds them.
        Transaction making(*database);
        {
            Statement again(*database, "pragma user_version");
            if (again.next(*database)) version = static_cast<int>(again.whole(0));
        }
        for (; version < kVersion; ++version)
            database->run(
                fmt::format("{}pragma user_version = {};", kVersions[version], version + 1));
        // An index does not disturb an older version of the program.
        database->run("create index if not exists answers_of_kind on answers (kind)");
        making.commit();
        return SQLITE_OK;
    };
    return guarded([&]() -> Logbook {
        std::unique_ptr<Database> database;
        int code = connected(database);
        if (code == SQLITE_OK) return Logbook(std::move(database));
        if (!database->damaged(code)) throw database->fault(code);
        // Readable rows are copied into a new database; the damaged one is kept.
        std::vector<LoggedAnswer> answers;
        std::vector<LoggedStudy> studies;
        try {
            Statement rows(*database,
                           fmt::format("select {} from answers", kAnswerColumns).c_str());
            while (rows.next(*database))
                if (auto answer = answer_from(rows)) answers.push_back(*answer);
        } catch (const Trouble&) {
        }
        try {
            Statement rows(*database,
                           "select id, at, kind, name, minutes, figure, second from studies");
            while (rows.next(*database))
                if (auto study = study_from(rows)) studies.push_back(*study);
        } catch (const Trouble&) {
        }
        database.reset();
        fs::path aside;
        std::error_code error;
        for (int i = 1; aside.empty() || fs::exists(aside, error); ++i)
            aside = file.string() + (i == 1 ? ".damaged" : fmt::format(".damaged-{}", i));
        fs::rename(file, aside, error);
        if (error)
            throw Trouble{file.string(),
                          "it is damaged, and can't be put aside: " + error.message() + "."};
        for (const char* beside : {"-wal", "-shm"}) fs::remove(file.string() + beside, error);
        code = connected(database);
        if (code != SQLITE_OK) throw database->fault(code);
        Transaction taking_over(*database);
        for (const LoggedAnswer& answer : answers) insert(*database, answer);
        for (const LoggedStudy& study : studies) insert(*database, study);
        taking_over.commit();
        Logbook logbook(std::move(database));
        logbook.notices_.push_back(
            fmt::format("The logbook was damaged and is kept as {}. {} answers and {} studies "
                        "could be read and are in a new one.",
                        aside.filename().string(), answers.size(), studies.size()));
        return logbook;
    });
}

Result<std::int64_t> Logbook::add(const LoggedAnswer& answer) {
    return guarded([&] {
        insert(*database_, answer);
        return static_cast<std::int64_t>(sqlite3_last_insert_rowid(database_->connection));
    });
}

Result<std::int64_t> Logbook::add(const LoggedStudy& study) {
    return guarded([&] {
        insert(*database_, study);
        return static_cast<std::int64_t>(sqlite3_last_insert_rowid(database_->connection));
    });
}

Done Logbook::set_goal(const StudyGoal& goal) {
    return guarded([&] {
        if (goal.count <= 0)
            Statement(*database_, "delete from goals where kind = ?", text_of(goal.kind).id)
                .next(*database_);
        else
            Statement(*database_,
                      "insert or replace into goals (kind, count, doubles) values (?, ?, ?)",
                      text_of(goal.kind).id, goal.count, goal.doubles ? 1 : 0)
                .next(*database_);
    });
}

Result<std::vector<LoggedAnswer>> Logbook::answers(std::optional<DrillKind> kind,
                                                   std::optional<std::size_t> last) const {
    return guarded([&] {
        // The newest rows, in the order in which they were added: a clock that was set back does
        // not reorder them.
        const std::string text = fmt::format(
            "select * from (select {} from answers where {} order by id desc limit ?2) order by id",
            kAnswerColumns, kind ? "kind = ?1" : "?1 = ''");
        Statement rows(*database_, text.c_str(),
                       kind ? std::string_view(text_of(*kind).id) : std::string_view(""),
                       last ? static_cast<std::int64_t>(*last) : std::int64_t{-1});
        std::vector<LoggedAnswer> answers;
        while (rows.next(*database_))
            if (auto answer = answer_from(rows)) answers.push_back(*answer);
        return answers;
    });
}

Result<std::vector<LoggedStudy>> Logbook::studies() const {
    return guarded([&] {
        Statement rows(
            *database_,
            "select id, at, kind, name, minutes, figure, second from studies order by id");
        std::vector<LoggedStudy> studies;
        while (rows.next(*database_))
            if (auto study = study_from(rows)) studies.push_back(*study);
        return studies;
    });
}

Result<std::vector<StudyGoal>> Logbook::goals() const {
    return guarded([&] {
        Statement rows(*database_, "select kind, count, doubles from goals order by kind");
        std::vector<StudyGoal> goals;
        while (rows.next(*database_))
            if (const auto kind = study_kind_from_id(rows.text(0)))
                goals.push_back({*kind, static_cast<int>(rows.whole(1)), rows.whole(2) != 0});
        return goals;
    });
}

Result<std::vector<Logbook::Stretch>> Logbook::weeks(DrillKind kind,
                                                     std::optional<sys_days> from) const {
    return guarded([&] {
        Statement rows(*database_,
                       "select at, error, is_right, seconds from answers "
                       "where kind = ? and at >= ? order by at",
                       text_of(kind).id,
                       from ? seconds_of(*from) : std::numeric_limits<std::int64_t>::min());
        std::vector<Stretch> weeks;
        std::vector<Naming> namings;
        const auto close = [&] {
            if (namings.empty()) return;
            const NamingFigures figures = figures_of(namings);
            Stretch& week = weeks.back();
            week.count = figures.count, week.error = figures.error;
            week.low = figures.low, week.high = figures.high;
            week.right /= static_cast<double>(figures.count);
            namings.clear();
        };
        while (rows.next(*database_)) {
            const sys_days begins =
                monday_of(std::chrono::floor<std::chrono::days>(moment_of(rows.whole(0))));
            if (weeks.empty() || weeks.back().begins != begins) {
                close();
                weeks.push_back({.begins = begins});
            }
            namings.push_back({{}, rows.number(1)});
            weeks.back().right += rows.whole(2) != 0;
            weeks.back().minutes += rows.number(3) / 60;
        }
        close();
        return weeks;
    });
}

Result<std::vector<Logbook::Stretch>> Logbook::minutes_by_week() const {
    return guarded([&] {
        // Weeks begin on Mondays; day 0 was a Thursday.
        Statement rows(*database_,
                       "select at / 86400 - (at / 86400 + 3) % 7 as week, count(*), sum(seconds) "
                       "from (select at, seconds from answers union all "
                       "select at, minutes * 60 from studies) group by week order by week");
        std::vector<Stretch> weeks;
        while (rows.next(*database_))
            weeks.push_back({.begins = sys_days(std::chrono::days(rows.whole(0))),
                             .count = static_cast<std::size_t>(rows.whole(1)),
                             .minutes = rows.number(2) / 60});
        return weeks;
    });
}

Result<double> Logbook::minutes_between(sys_days from, sys_days to) const {
    return guarded([&] {
        double minutes = 0;
        for (const char* text : {"select sum(seconds) / 60 from answers where at >= ? and at < ?",
                                 "select sum(minutes) from studies where at >= ? and at < ?"}) {
            Statement sum(*database_, text, seconds_of(sys_seconds(from)),
                          seconds_of(sys_seconds(to)));
            if (sum.next(*database_)) minutes += sum.number(0);
        }
        return minutes;
    });
}

Result<std::vector<std::size_t>> Logbook::counts() const {
    return guarded([&] {
        std::vector<std::size_t> counts(kDrills.size(), 0);
        Statement rows(*database_, "select kind, count(*) from answers group by kind");
        while (rows.next(*database_))
            if (const auto kind = drill_from_id(rows.text(0)))
                counts[static_cast<std::size_t>(*kind)] = static_cast<std::size_t>(rows.whole(1));
        return counts;
    });
}

Result<StudyRecord> read_studies(const fs::path& file) {
    std::error_code error;
    if (!fs::exists(file, error)) return StudyRecord{};
    const auto book = Logbook::open(file);
    if (!book) return tl::unexpected(book.error());
    auto studies = book->studies();
    if (!studies) return tl::unexpected(studies.error());
    auto goals = book->goals();
    if (!goals) return tl::unexpected(goals.error());
    return StudyRecord{std::move(*studies), std::move(*goals)};
}

Done Logbook::remove_answer(std::int64_t id) {
    return guarded(
        [&] { Statement(*database_, "delete from answers where id = ?", id).next(*database_); });
}

Done Logbook::remove_study(std::int64_t id) {
    return guarded(
        [&] { Statement(*database_, "delete from studies where id = ?", id).next(*database_); });
}

Done Logbook::remove_day(sys_days day) {
    return guarded([&] {
        const std::int64_t from = seconds_of(sys_seconds(day)),
                           to = seconds_of(sys_seconds(day + std::chrono::days(1)));
        Transaction removing(*database_);
        for (const char* text : {"delete from answers where at >= ? and at < ?",
                                 "delete from studies where at >= ? and at < ?"})
            Statement(*database_, text, from, to).next(*database_);
        removing.commit();
    });
}

Done Logbook::remove_all() {
    return guarded([&] {
        Transaction removing(*database_);
        database_->run("delete from answers; delete from studies");
        removing.commit();
    });
}

Result<std::string> Logbook::write_csv() const {
    const auto all = answers();
    if (!all) return tl::unexpected(all.error());
    const auto held = studies();
    if (!held) return tl::unexpected(held.error());
    std::string text = std::string(kCsvHead) + "\r\n";
    for (const LoggedAnswer& a : *all)
        text += fmt::format("answer,{},{},{},{},{},{},{},{},{},{},{},,,,\r\n", seconds_of(a.when),
                            text_of(a.kind).id, a.seed, a.cell.hue, a.cell.step, a.level, a.truth,
                            a.said, a.error, static_cast<int>(a.right), a.seconds);
    for (const LoggedStudy& s : *held)
        text += fmt::format("study,{},{},,,,,,,,,,{},{},{},{}\r\n", seconds_of(s.when),
                            text_of(s.kind).id, csv_field(s.name), s.minutes, s.figure, s.second);
    return text;
}

Result<std::size_t> Logbook::read_csv(const std::string& file, std::string_view text) {
    const auto rows = parse_csv(text);
    if (rows.empty() || rows.front().size() != 16 || rows.front()[0] != "what")
        return trouble(file, "this is not a logbook that this program wrote.");
    const auto number = [](const std::string& field) {
        double value = 0;
        std::from_chars(field.data(), field.data() + field.size(), value);
        return std::isfinite(value) ? value : 0;
    };
    const auto whole = [](const std::string& field) {
        std::int64_t value = 0;
        std::from_chars(field.data(), field.data() + field.size(), value);
        return value;
    };
    return guarded([&] {
        std::size_t added = 0;
        Transaction adding(*database_);
        for (std::size_t i = 1; i < rows.size(); ++i) {
            const auto& row = rows[i];
            if (row.size() != 16) continue;
            if (const auto kind = drill_from_id(row[2]); row[0] == "answer" && kind) {
                std::uint64_t seed = 0;
                std::from_chars(row[3].data(), row[3].data() + row[3].size(), seed);
                Statement known(*database_,
                                "select 1 from answers where at = ? and kind = ? and seed = ?",
                                whole(row[1]), text_of(*kind).id, static_cast<std::int64_t>(seed));
                if (known.next(*database_)) continue;
                insert(
                    *database_,
                    LoggedAnswer{0,
                                 moment_of(whole(row[1])),
                                 *kind,
                                 seed,
                                 {static_cast<int>(std::clamp<std::int64_t>(
                                      whole(row[4]), DrillCell::kNeutral, DrillCell::kHues - 1)),
                                  static_cast<int>(std::clamp<std::int64_t>(whole(row[5]), 1, 9))},
                                 number(row[6]),
                                 number(row[7]),
                                 number(row[8]),
                                 number(row[9]),
                                 whole(row[10]) != 0,
                                 std::max(0.0, number(row[11]))});
                ++added;
            } else if (const auto study = study_kind_from_id(row[2]); row[0] == "study" && study) {
                Statement known(*database_,
                                "select 1 from studies where at = ? and kind = ? and name = ?",
                                whole(row[1]), text_of(*study).id, row[12]);
                if (known.next(*database_)) continue;
                insert(*database_, LoggedStudy{0, moment_of(whole(row[1])), *study, row[12],
                                               number(row[13]), number(row[14]), number(row[15])});
                ++added;
            }
        }
        adding.commit();
        return added;
    });
}

}  // namespace underpaint
