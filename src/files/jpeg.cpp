// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/jpeg.h"

#include <csetjmp>
#include <cstdio>
#include <cstdlib>
// jpeglib.h needs the declarations above it.
#include <jerror.h>
#include <jpeglib.h>

#include <optional>

#include "files/limits.h"

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

/// The part that may be left by longjmp: it owns nothing that would need a destructor, and what it
/// fills lives in the caller.
bool decode(jpeg_decompress_struct& codec, ErrorManager& manager, std::span<const std::byte> bytes,
            const std::string& file, std::optional<Decoded>& decoded, std::vector<JSAMPLE>& row,
            std::optional<Trouble>& refused) {
    if (setjmp(manager.escape)) return false;
    jpeg_create_decompress(&codec);
    jpeg_save_markers(&codec, JPEG_APP0 + 2, 0xFFFF);
    jpeg_mem_src(&codec, reinterpret_cast<const unsigned char*>(bytes.data()), bytes.size());
    jpeg_read_header(&codec, TRUE);
    if (Done sized = check_size(file, codec.image_width, codec.image_height); !sized) {
        refused = sized.error();
        return false;
    }
    if (codec.num_components == 4) {
        refused = Trouble{file, "it is a CMYK picture for print. Convert it to sRGB first."};
        return false;
    }
    const bool grey = codec.jpeg_color_space == JCS_GRAYSCALE;
    codec.out_color_space = grey ? JCS_GRAYSCALE : JCS_RGB;
    JOCTET* profile = nullptr;
    unsigned length = 0;
    const bool has_profile = jpeg_read_icc_profile(&codec, &profile, &length);
    decoded.emplace(
        Decoded{Picture({static_cast<int>(codec.image_width), static_cast<int>(codec.image_height)},
                        grey ? Channels::grey : Channels::rgb, Depth::bits8),
                {}});
    if (has_profile) {
        const auto* first = reinterpret_cast<const std::byte*>(profile);
        decoded->icc.assign(first, first + length);
        std::free(profile);
    }
    jpeg_start_decompress(&codec);
    row.resize(static_cast<std::size_t>(codec.output_width) *
               static_cast<std::size_t>(codec.output_components));
    while (codec.output_scanline < codec.output_height) {
        const int y = static_cast<int>(codec.output_scanline);
        JSAMPROW rows[] = {row.data()};
        jpeg_read_scanlines(&codec, rows, 1);
        decoded->picture.write_interleaved(y, std::span<const std::uint8_t>(row));
    }
    jpeg_finish_decompress(&codec);
    return true;
}

}  // namespace

Result<Decoded> read_jpeg(const std::string& file, std::span<const std::byte> bytes) {
    jpeg_decompress_struct codec{};
    ErrorManager manager{};
    codec.err = jpeg_std_error(&manager.base);
    manager.base.error_exit = on_error;
    manager.base.emit_message = on_message;
    std::optional<Decoded> decoded;
    std::optional<Trouble> refused;
    std::vector<JSAMPLE> row;
    const bool whole = decode(codec, manager, bytes, file, decoded, row, refused);
    jpeg_destroy_decompress(&codec);
    if (refused) return tl::unexpected(*refused);
    if (!whole)
        return trouble(file, std::string("it is cut short or damaged: ") + manager.text + ".");
    decoded->picture.settle();
    return std::move(*decoded);
}

}  // namespace underpaint
