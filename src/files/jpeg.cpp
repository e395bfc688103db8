// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/jpeg.h"

#include <csetjmp>
#include <cstdio>
#include <cstdlib>
// jpeglib.h needs the declarations above it.
#include <jerror.h>
#include <jpeglib.h>

#include "files/limits.h"
#include "raster/sample_rows.h"

namespace underpaint {
namespace {

struct ErrorManager {
    jpeg_error_mgr base;
    std::jmp_buf escape;
    char text[JMSG_LENGTH_MAX];
};

[[noreturn]] void on_error(j_common_ptr codec) {
    auto* manager = reinterpret_cast<ErrorManager*>(codec->err);
    manager->base.format_message(codec, manager->text);
    std::longjmp(manager->escape, 1);
}

/// The library warns of a file cut short and goes on with grey; for us the picture is not whole.
void on_message(j_common_ptr codec, int level) {
    if (level >= 0) return;
    const int code = codec->err->msg_code;
    if (code == JWRN_JPEG_EOF || code == JWRN_HIT_MARKER || code == JWRN_HUFF_BAD_CODE)
        on_error(codec);
}

/// Runs calls of the library that may leave by longjmp; false when they did. What is called must
/// own nothing that a destructor would have to give back.
template <class Calls>
bool guarded(ErrorManager& manager, Calls calls) {
    if (setjmp(manager.escape)) return false;
    calls();
    return true;
}

/// Asked by the library for every few rows of every scan.
struct Watch {
    jpeg_progress_mgr base{};
    const std::stop_token* stop = nullptr;
    bool too_many_scans = false;
};

void look_up(j_common_ptr codec) {
    auto* watch = reinterpret_cast<Watch*>(codec->progress);
    const auto* jpeg = reinterpret_cast<j_decompress_ptr>(codec);
    watch->too_many_scans = jpeg->input_scan_number > kMaxScans;
    if (watch->too_many_scans || watch->stop->stop_requested())
        std::longjmp(reinterpret_cast<ErrorManager*>(codec->err)->escape, 1);
}

/// The decoder, given back whatever happens.
struct Codec {
    jpeg_decompress_struct state{};
    ErrorManager errors{};
    Watch watch{};

    explicit Codec(const std::stop_token& stop) {
        watch.base.progress_monitor = look_up;
        watch.stop = &stop;
        state.err = jpeg_std_error(&errors.base);
        errors.base.error_exit = on_error;
        errors.base.emit_message = on_message;
    }
    ~Codec() { jpeg_destroy_decompress(&state); }
    Codec(const Codec&) = delete;
    Codec& operator=(const Codec&) = delete;

    tl::unexpected<Trouble> damaged(const std::string& file) const {
        if (watch.stop->stop_requested()) return stopped();
        if (watch.too_many_scans)
            return trouble(file, "it is made up of more than " + std::to_string(kMaxScans) +
                                     " scans, which would take too long. Save it anew where it was "
                                     "made.");
        return trouble(file, std::string("it is cut short or damaged: ") + errors.text + ".");
    }
};

/// Up to where the pixels begin.
Done read_header(Codec& codec, const std::string& file, std::span<const std::byte> bytes) {
    jpeg_decompress_struct* jpeg = &codec.state;
    const auto* data = reinterpret_cast<const unsigned char*>(bytes.data());
    const unsigned long size = bytes.size();
    auto* watch = &codec.watch.base;
    if (!guarded(codec.errors, [=] {
            jpeg_create_decompress(jpeg);
            jpeg->progress = watch;
            jpeg_save_markers(jpeg, JPEG_APP0 + 1, 0xFFFF);
            jpeg_save_markers(jpeg, JPEG_APP0 + 2, 0xFFFF);
            jpeg_mem_src(jpeg, data, size);
            jpeg_read_header(jpeg, TRUE);
        }))
        return codec.damaged(file);
    return check_size(file, jpeg->image_width, jpeg->image_height, 3);
}

}  // namespace

Result<Size> jpeg_size(const std::string& file, std::span<const std::byte> bytes) {
    const std::stop_token none;
    Codec codec(none);
    if (Done read = read_header(codec, file, bytes); !read) return tl::unexpected(read.error());
    return Size{static_cast<int>(codec.state.image_width),
                static_cast<int>(codec.state.image_height)};
}

Result<Decoded> read_jpeg(const std::string& file, std::span<const std::byte> bytes,
                          const std::stop_token& stop) {
    Codec codec(stop);
    jpeg_decompress_struct* jpeg = &codec.state;
    if (Done read = read_header(codec, file, bytes); !read) return tl::unexpected(read.error());
    if (jpeg->num_components == 4)
        return trouble(file, "it is a CMYK picture for print. Convert it to sRGB first.");

    const bool grey = jpeg->jpeg_color_space == JCS_GRAYSCALE;
    Decoded decoded{
        Picture({static_cast<int>(jpeg->image_width), static_cast<int>(jpeg->image_height)},
                grey ? Channels::grey : Channels::rgb, Depth::bits8),
        {}};
    for (auto* marker = jpeg->marker_list; marker != nullptr; marker = marker->next)
        if (marker->marker == JPEG_APP0 + 1 && decoded.orientation == kUpright)
            decoded.orientation =
                orientation_in_exif(std::as_bytes(std::span(marker->data, marker->data_length)));
    JOCTET* profile = nullptr;
    unsigned length = 0;
    if (!guarded(codec.errors, [=, &profile, &length] {
            jpeg_read_icc_profile(jpeg, &profile, &length);
            jpeg->out_color_space = grey ? JCS_GRAYSCALE : JCS_RGB;
            jpeg_start_decompress(jpeg);
        })) {
        std::free(profile);
        return codec.damaged(file);
    }
    const auto* first = reinterpret_cast<const std::byte*>(profile);
    if (profile != nullptr) decoded.icc.assign(first, first + length);
    std::free(profile);

    std::vector<JSAMPLE> row(static_cast<std::size_t>(jpeg->output_width) *
                             static_cast<std::size_t>(jpeg->output_components));
    JSAMPROW samples = row.data();
    for (int y = 0; y < decoded.picture.size().height; ++y) {
        if (!guarded(codec.errors, [=]() mutable { jpeg_read_scanlines(jpeg, &samples, 1); }))
            return codec.damaged(file);
        decoded.picture.write_interleaved(y, std::span<const std::uint8_t>(row));
    }
    if (!guarded(codec.errors, [=] { jpeg_finish_decompress(jpeg); })) return codec.damaged(file);
    decoded.picture.settle();
    return decoded;
}

Result<Bytes> write_jpeg(const std::string& file, const Picture& picture, int quality) {
    jpeg_compress_struct state{};
    ErrorManager errors{};
    state.err = jpeg_std_error(&errors.base);
    errors.base.error_exit = on_error;
    const Size size = picture.size();
    const bool colour = has_colour(picture.channels());
    const std::size_t channels = colour ? 3 : 1;
    unsigned char* bytes = nullptr;
    unsigned long length = 0;
    auto* jpeg = &state;
    bool fine = guarded(errors, [=, &bytes, &length] {
        jpeg_create_compress(jpeg);
        jpeg_mem_dest(jpeg, &bytes, &length);
        jpeg->image_width = static_cast<JDIMENSION>(size.width);
        jpeg->image_height = static_cast<JDIMENSION>(size.height);
        jpeg->input_components = static_cast<int>(channels);
        jpeg->in_color_space = colour ? JCS_RGB : JCS_GRAYSCALE;
        jpeg_set_defaults(jpeg);
        jpeg_set_quality(jpeg, quality, TRUE);
        jpeg->comp_info[0].h_samp_factor = jpeg->comp_info[0].v_samp_factor = 1;
        jpeg_start_compress(jpeg, TRUE);
    });
    std::vector<float> channel(static_cast<std::size_t>(size.width));
    std::vector<std::uint8_t> levels(channel.size()), row(channel.size() * channels);
    JSAMPROW samples = row.data();
    for (int y = 0; fine && y < size.height; ++y) {
        for (std::size_t c = 0; c < channels; ++c) {
            picture.read_channel(static_cast<int>(c), 0, y, channel);
            pack_row(channel, levels);
            for (std::size_t x = 0; x < levels.size(); ++x) row[x * channels + c] = levels[x];
        }
        fine = guarded(errors, [=]() mutable { jpeg_write_scanlines(jpeg, &samples, 1); });
    }
    fine = fine && guarded(errors, [=] { jpeg_finish_compress(jpeg); });
    const auto* first = reinterpret_cast<const std::byte*>(bytes);
    Bytes written;
    if (fine) written.assign(first, first + length);
    jpeg_destroy_compress(&state);
    std::free(bytes);
    if (!fine) return trouble(file, std::string("it can't be kept as JPEG: ") + errors.text + ".");
    return written;
}

}  // namespace underpaint
