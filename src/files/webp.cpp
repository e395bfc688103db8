// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/webp.h"

#include <webp/decode.h>
#include <webp/demux.h>

#include <memory>

#include "files/limits.h"

namespace underpaint {

Result<Decoded> read_webp(const std::string& file, std::span<const std::byte> bytes) {
    const auto* data = reinterpret_cast<const std::uint8_t*>(bytes.data());
    WebPBitstreamFeatures features{};
    if (WebPGetFeatures(data, bytes.size(), &features) != VP8_STATUS_OK)
        return trouble(file, "it is cut short or damaged: its header can't be read.");
    if (features.has_animation)
        return trouble(file, "it is a moving picture. Save one frame of it as PNG.");
    if (Done sized = check_size(file, static_cast<std::uint64_t>(features.width),
                                static_cast<std::uint64_t>(features.height),
                                2 * 4);  // for the library's pixels and for ours
        !sized)
        return tl::unexpected(sized.error());

    const bool alpha = features.has_alpha != 0;
    int width = 0, height = 0;
    const std::unique_ptr<std::uint8_t, decltype(&WebPFree)> pixels(
        alpha ? WebPDecodeRGBA(data, bytes.size(), &width, &height)
              : WebPDecodeRGB(data, bytes.size(), &width, &height),
        WebPFree);
    if (!pixels)
        return trouble(file, "it is cut short or damaged: the pixels end before the picture does.");

    Decoded decoded{
        Picture({width, height}, alpha ? Channels::rgb_alpha : Channels::rgb, Depth::bits8), {}};
    const std::size_t row = static_cast<std::size_t>(width) * (alpha ? 4 : 3);
    for (int y = 0; y < height; ++y)
        decoded.picture.write_interleaved(
            y,
            std::span<const std::uint8_t>(pixels.get() + static_cast<std::size_t>(y) * row, row));
    decoded.picture.settle();

    const WebPData whole{data, bytes.size()};
    const std::unique_ptr<WebPDemuxer, decltype(&WebPDemuxDelete)> demuxer(WebPDemux(&whole),
                                                                           WebPDemuxDelete);
    const auto with_chunk = [&](const char* name, auto take) {
        WebPChunkIterator chunk{};
        if (!demuxer || !WebPDemuxGetChunk(demuxer.get(), name, 1, &chunk)) return;
        take(std::as_bytes(std::span(chunk.chunk.bytes, chunk.chunk.size)));
        WebPDemuxReleaseChunkIterator(&chunk);
    };
    with_chunk("ICCP", [&](auto icc) { decoded.icc.assign(icc.begin(), icc.end()); });
    with_chunk("EXIF", [&](auto exif) { decoded.orientation = orientation_in_exif(exif); });
    return decoded;
}

}  // namespace underpaint
