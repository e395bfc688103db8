// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/zip_container.h"

#include <zip.h>
#include <zlib.h>

#include <algorithm>
#include <deque>
#include <exception>
#include <optional>

#include "files/device_trouble.h"
#include "files/limits.h"

namespace underpaint {
namespace {

std::string message_of(int code) {
    zip_error_t error;
    zip_error_init_with_code(&error, code);
    std::string text = zip_error_strerror(&error);
    zip_error_fini(&error);
    return text;
}

}  // namespace

struct ZipReader::Archive {
    zip_t* zip = nullptr;
    std::uint64_t bytes = 0;  ///< of the file
    Archive(zip_t* opened, std::uint64_t size) : zip(opened), bytes(size) {}
    ~Archive() { zip_discard(zip); }
    Archive(const Archive&) = delete;
    Archive& operator=(const Archive&) = delete;
};

bool stays_inside(std::string_view name) {
    if (name.empty() || name.front() == '/' || name.find('\\') != name.npos ||
        name.find(':') != name.npos)
        return false;
    for (std::size_t at = 0; at <= name.size();) {
        const std::size_t end = std::min(name.find('/', at), name.size());
        if (name.substr(at, end - at) == "..") return false;
        at = end + 1;
    }
    return true;
}

Result<ZipReader> ZipReader::open(const std::filesystem::path& path) {
    ZipReader reader;
    reader.file_ = path.string();
    int code = 0;
    zip_t* zip = zip_open(path.c_str(), ZIP_RDONLY, &code);
    if (zip == nullptr)
        return trouble(reader.file_,
                       "it can't be opened as an OpenRaster painting: " + message_of(code) + ".");
    std::error_code error;
    reader.archive_ = std::make_shared<Archive>(zip, std::filesystem::file_size(path, error));

    const zip_int64_t count = zip_get_num_entries(zip, 0);
    if (count < 0 || static_cast<std::size_t>(count) > kMaxEntries)
        return trouble(reader.file_, "it holds more entries than a painting can have.");
    for (zip_int64_t i = 0; i < count; ++i) {
        const char* name = zip_get_name(zip, static_cast<zip_uint64_t>(i), 0);
        if (name == nullptr || !stays_inside(name))
            return trouble(reader.file_, "an entry named \"" + std::string(name ? name : "") +
                                             "\" points outside the file. It was not opened.");
        reader.entries_.emplace_back(name);
    }
    return reader;
}

bool ZipReader::has(const std::string& entry) const {
    return std::ranges::find(entries_, entry) != entries_.end();
}

Result<Bytes> ZipReader::read(const std::string& entry, std::size_t limit) const {
    zip_stat_t stat;
    zip_stat_init(&stat);
    if (zip_stat(archive_->zip, entry.c_str(), 0, &stat) != 0)
        return trouble(file_, "the entry \"" + entry + "\" that it speaks of is missing.");
    const bool sized = (stat.valid & ZIP_STAT_SIZE) != 0 && (stat.valid & ZIP_STAT_COMP_SIZE) != 0;
    // Memory follows what an entry can hold, not what it claims.
    constexpr std::uint64_t most_deflated = 1032;  // to one: zlib's technical notes
    if (!sized || stat.size > limit || stat.comp_size > archive_->bytes ||
        stat.size / most_deflated > stat.comp_size)
        return trouble(file_, "the entry \"" + entry + "\" claims to be larger than it may be.");
    const std::unique_ptr<zip_file_t, decltype(&zip_fclose)> opened(
        zip_fopen(archive_->zip, entry.c_str(), 0), zip_fclose);
    if (Done fits = check_memory(file_, stat.size); !fits) return tl::unexpected(fits.error());
    Bytes bytes(static_cast<std::size_t>(stat.size));
    if (!opened || zip_fread(opened.get(), bytes.data(), bytes.size()) !=
                       static_cast<zip_int64_t>(bytes.size()))
        return trouble(file_, "the entry \"" + entry + "\" is damaged.");
    // Reading on past the end makes the library check the recorded checksum.
    std::byte beyond;
    if (zip_fread(opened.get(), &beyond, 1) != 0)
        return trouble(file_, "the entry \"" + entry + "\" is damaged.");
    return bytes;
}

Result<Bytes> ZipReader::beginning(const std::string& entry, std::size_t bytes) const {
    const std::unique_ptr<zip_file_t, decltype(&zip_fclose)> opened(
        zip_fopen(archive_->zip, entry.c_str(), 0), zip_fclose);
    if (!opened)
        return trouble(file_, has(entry)
                                  ? "the entry \"" + entry + "\" is damaged."
                                  : "the entry \"" + entry + "\" that it speaks of is missing.");
    Bytes first(bytes);
    const zip_int64_t read = zip_fread(opened.get(), first.data(), first.size());
    if (read < 0) return trouble(file_, "the entry \"" + entry + "\" is damaged.");
    first.resize(static_cast<std::size_t>(read));
    return first;
}

std::uint32_t ZipReader::crc(const std::string& entry) const {
    zip_stat_t stat;
    zip_stat_init(&stat);
    if (zip_stat(archive_->zip, entry.c_str(), 0, &stat) != 0) return 0;
    return (stat.valid & ZIP_STAT_CRC) != 0 ? stat.crc : 0;
}

std::uint64_t ZipReader::size(const std::string& entry) const {
    zip_stat_t stat;
    zip_stat_init(&stat);
    if (zip_stat(archive_->zip, entry.c_str(), 0, &stat) != 0) return 0;
    return (stat.valid & ZIP_STAT_SIZE) != 0 ? stat.size : 0;
}

namespace {

/// An entry as the library reads it: at hand, or made when it is first asked for and let go again.
class EntrySource {
public:
    EntrySource(const ZipEntry& entry, std::optional<Trouble>& trouble, std::exception_ptr& thrown)
        : entry_(entry), trouble_(trouble), thrown_(thrown) {}

    static zip_int64_t answer(void* self, void* data, zip_uint64_t length, zip_source_cmd_t what) {
        return static_cast<EntrySource*>(self)->answer(data, length, what);
    }

private:
    zip_int64_t answer(void* data, zip_uint64_t length, zip_source_cmd_t what) {
        switch (what) {
            case ZIP_SOURCE_SUPPORTS:
                return zip_source_make_command_bitmap(ZIP_SOURCE_OPEN, ZIP_SOURCE_READ,
                                                      ZIP_SOURCE_CLOSE, ZIP_SOURCE_STAT,
                                                      ZIP_SOURCE_ERROR, ZIP_SOURCE_FREE, -1);
            case ZIP_SOURCE_STAT: {
                // The library asks for the size right before it reads. A known size makes a plain
                // entry; not every reader takes ZIP64. After writing it may ask again.
                if (!written_ && !make()) return -1;
                auto* stat = static_cast<zip_stat_t*>(data);
                zip_stat_init(stat);
                stat->size = written_ ? at_ : bytes().size();
                stat->valid = ZIP_STAT_SIZE;
                return sizeof *stat;
            }
            case ZIP_SOURCE_OPEN: at_ = 0; return make() ? 0 : -1;
            case ZIP_SOURCE_READ: {
                const auto some = std::min<std::size_t>(length, bytes().size() - at_);
                std::copy_n(bytes().begin() + static_cast<std::ptrdiff_t>(at_), some,
                            static_cast<std::byte*>(data));
                at_ += some;
                return static_cast<zip_int64_t>(some);
            }
            case ZIP_SOURCE_CLOSE:
                made_ = {};
                written_ = true;
                return 0;
            case ZIP_SOURCE_ERROR: {
                auto* error = static_cast<int*>(data);
                error[0] = ZIP_ER_READ, error[1] = 0;
                return 2 * sizeof(int);
            }
            default: return 0;
        }
    }

    bool make() {
        if (!entry_.make || !made_.empty()) return true;
        try {
            auto made = entry_.make();
            if (!made) trouble_ = made.error();
            if (made) made_ = std::move(*made);
            return made.has_value();
        } catch (...) {  // no exception may pass through the C library
            thrown_ = std::current_exception();
            return false;
        }
    }
    const Bytes& bytes() const { return entry_.make ? made_ : entry_.bytes; }

    const ZipEntry& entry_;
    std::optional<Trouble>& trouble_;
    std::exception_ptr& thrown_;
    Bytes made_;
    std::size_t at_ = 0;
    bool written_ = false;
};

}  // namespace

Done write_zip(const std::filesystem::path& path, const std::string& file,
               const std::vector<ZipEntry>& entries) {
    const auto failed = [&](const std::string& reason) { return trouble(file, not_saved(reason)); };
    const auto reason_now = [](zip_t* zip) {
        zip_error_t* error = zip_get_error(zip);
        return zip_error_system_type(error) == ZIP_ET_SYS ? reason_of(zip_error_code_system(error))
                                                          : std::string(zip_error_strerror(error));
    };
    int code = 0;
    zip_t* zip = zip_open(path.c_str(), ZIP_CREATE | ZIP_TRUNCATE, &code);
    if (zip == nullptr) return failed(message_of(code));
    std::optional<Trouble> wrong;
    std::exception_ptr thrown;
    std::deque<EntrySource> sources;
    for (const ZipEntry& entry : entries) {
        zip_source_t* source = zip_source_function(zip, EntrySource::answer,
                                                   &sources.emplace_back(entry, wrong, thrown));
        const zip_int64_t index =
            source ? zip_file_add(zip, entry.name.c_str(), source, ZIP_FL_ENC_UTF_8) : -1;
        if (index < 0 && source) zip_source_free(source);
        if (index < 0 ||
            zip_set_file_compression(zip, static_cast<zip_uint64_t>(index),
                                     entry.deflate ? ZIP_CM_DEFLATE : ZIP_CM_STORE, 0) != 0) {
            const std::string reason = reason_now(zip);
            zip_discard(zip);
            return failed(reason);
        }
    }
    if (zip_close(zip) != 0) {
        const std::string reason = reason_now(zip);
        zip_discard(zip);
        if (thrown) std::rethrow_exception(thrown);
        if (wrong) return tl::unexpected(*wrong);
        return failed(reason);
    }
    return {};
}

std::uint32_t crc_of(const Bytes& bytes) {
    return static_cast<std::uint32_t>(
        crc32_z(0, reinterpret_cast<const unsigned char*>(bytes.data()), bytes.size()));
}

}  // namespace underpaint
