// SPDX-License-Identifier: MIT
#pragma once

#include "render/png/run_packer.h"

#include <QImage>
#include <optional>
#include <string>
#include <vector>

namespace scaena::render {

/// Writes a picture as PNG from bands of rows, top to bottom, so that no whole picture need be in memory.
///
/// Made for launch pictures, most of whose rows are like the row above, or differ from it but in a part: only
/// what differs is converted and packed, by runs (`RunPacker`). 8 bits
/// a channel, RGB or RGBA, no interlacing, no metadata, so that the same picture is the same bytes anywhere.
class PngWriter {
public:
    enum class Channels { Rgb, Rgba };

    /// Width and height in pixels, from 1 to 32767.
    PngWriter(int width, int height, Channels channels);

    /// The next rows: an image as wide as the picture, of any format. Rows below the picture's end are
    /// ignored.
    void add(const QImage& band);
    /// The next rows where they differ from one colour a row only between `left` and `left + part.width()`:
    /// `beside`, one pixel wide, has these colours. Without a part the rows are of these colours alone.
    void add(const QImage& part, int left, const QImage& beside);
    /// The file's bytes. Call once, after all rows were added.
    [[nodiscard]] std::string finished();

private:
    /// A range of a row's pixels.
    struct Range {
        int from = 0, to = 0;
        [[nodiscard]] int length() const { return to - from; }
        bool operator==(const Range&) const = default;
    };
    void addRow(const QRgb* pixels);
    void addRow(const QRgb* pixels, Range part, QRgb beside);
    void addChanged(const QRgb* pixels, Range part);
    void addBeside(const QRgb* pixels, Range part);
    void addWhole(const QRgb* pixels);
    void addAlike();
    int findChanged(const QRgb* pixels, Range part);
    void convert(const QRgb* pixels, Range part);
    void fillBeside();
    void filterLeft(Range part);
    void filterUp(Range part);
    [[nodiscard]] std::size_t leftover(const std::vector<uchar>& filtered, Range part) const;
    void packFilter(uchar filter);
    void packBytes(const uchar* from, std::size_t count);
    void packZeros(std::size_t count);
    /// Where that pixel's bytes begin in a row.
    [[nodiscard]] std::size_t at(int pixel) const { return static_cast<std::size_t>(pixel) * m_step; }

    int m_width, m_height;
    std::size_t m_step; ///< bytes a pixel
    QImage::Format m_painted;
    int m_rows = 0;
    int m_nextChoice = 0;         ///< the whole row that is asked next which filter suits
    bool m_left = false;          ///< whole rows are told against the pixel to the left, not the row above
    int m_alike = 0;              ///< rows like the row above that are not packed yet
    std::vector<Range> m_changed; ///< of the row at hand
    Range m_part;                 ///< of the row above, if a colour stands beside
    std::optional<QRgb> m_beside;
    std::vector<QRgb> m_pixels, m_abovePixels; ///< as they were painted
    std::vector<uchar> m_row, m_above; ///< as they are written; above the first row is zero (PNG 1.2, 9.2)
    std::vector<uchar> m_filtered, m_otherFiltered;
    RunPacker m_runs;
    unsigned long m_check; ///< Adler-32 of all bytes
};

/// A whole picture.
[[nodiscard]] std::string pngOf(const QImage& image);

}
