// SPDX-License-Identifier: MIT
#pragma once

#include <QImage>
#include <memory>
#include <optional>
#include <string>
#include <vector>

namespace scaena::render {

/// Writes a picture as PNG from bands of rows, top to bottom, so that no whole picture need be in memory.
///
/// Made for launch pictures, most of whose rows are like the row above: such rows cost a comparison and a few
/// bits. Compression is zlib's. 8 bits a channel, RGB or RGBA, no interlacing, no metadata, so that the same
/// picture is the same bytes anywhere.
class PngWriter {
public:
    enum class Channels { Rgb, Rgba };

    /// Width and height in pixels, from 1 to 32767.
    PngWriter(int width, int height, Channels channels);
    ~PngWriter();
    PngWriter(const PngWriter&) = delete;
    PngWriter& operator=(const PngWriter&) = delete;

    /// The next rows: an image as wide as the picture, of any format. Rows below the picture's end are
    /// ignored.
    void add(const QImage& band);
    /// The next rows where they differ from one colour a row only between `left` and `left + part.width()`:
    /// `beside`, one pixel wide and as high as `part`, has these colours.
    void add(const QImage& part, int left, const QImage& beside);
    /// The file's bytes. Call once, after all rows were added.
    [[nodiscard]] std::string finished();

private:
    /// A range of a row's bytes.
    struct Range {
        std::size_t from = 0, to = 0;
        bool operator==(const Range&) const = default;
    };
    /// The row in m_row, which differs from the one above only in that range.
    void addRow(Range changed);
    void filterLeft();
    void filterUp(Range changed);

    struct Packer;
    int m_width, m_height;
    Channels m_channels;
    int m_rows = 0;
    int m_nextChoice = 0; ///< the row that is asked next which filter suits
    uchar m_filter = 0;
    int m_alike = 0; ///< rows like the row above that are not packed yet
    std::vector<uchar> m_row;
    std::vector<uchar> m_above; ///< zeros above the first row, as PNG has it
    Range m_upRange;            ///< where m_up may have something else than zeros
    std::optional<QRgb> m_beside;
    std::vector<uchar> m_left; ///< filter byte and row, against the pixel to the left
    std::vector<uchar> m_up;   ///< against the row above
    std::unique_ptr<Packer> m_packer;
};

/// A whole picture.
[[nodiscard]] std::string pngOf(const QImage& image);

}
