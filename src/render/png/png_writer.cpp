// SPDX-License-Identifier: MIT
#include "render/png/png_writer.h"

#include <algorithm>
#include <cstring>
#include <utility>
#include <zlib.h>

namespace scaena::render {

namespace {

constexpr uchar kLeft = 1, kUp = 2; ///< filters (PNG 1.2, section 9.2)
constexpr int kAskedRows = 8;
constexpr int kWorthARun = 16; ///< pixels like the row above that are worth a run of their own

void put32(std::string& out, std::uint32_t value) {
    for (int shift = 24; shift >= 0; shift -= 8) {
        out += static_cast<char>(value >> shift & 0xFF);
    }
}

void putChunk(std::string& out, const char* name, const std::string& body) {
    put32(out, static_cast<std::uint32_t>(body.size()));
    const auto start = out.size();
    out += name;
    out += body;
    put32(out, static_cast<std::uint32_t>(crc32(0, reinterpret_cast<const Bytef*>(out.data() + start),
                                                static_cast<uInt>(out.size() - start))));
}

/// The first pixel from `i` on that is not the same; `length` if all are.
int firstOther(const QRgb* one, const QRgb* other, int i, int length) {
    constexpr int kPixelsAtOnce = 32;
    while (i + kPixelsAtOnce <= length &&
           std::memcmp(one + i, other + i, kPixelsAtOnce * sizeof(QRgb)) == 0) {
        i += kPixelsAtOnce;
    }
    while (i < length && one[i] == other[i]) {
        ++i;
    }
    return i;
}

}

PngWriter::PngWriter(int width, int height, Channels channels)
    : m_width(width), m_height(height), m_step(channels == Channels::Rgb ? 3 : 4),
      m_painted(channels == Channels::Rgb ? QImage::Format_RGB32 : QImage::Format_ARGB32_Premultiplied),
      m_runs(static_cast<int>(m_step)), m_check(adler32(0, nullptr, 0)) {
    const auto pixels = static_cast<std::size_t>(width);
    m_pixels.resize(pixels);
    m_abovePixels.resize(pixels); // no row of RGB is like it, since its alpha is 255
    for (auto* line : {&m_row, &m_above, &m_filtered, &m_otherFiltered}) {
        line->resize(pixels * m_step);
    }
}

void PngWriter::add(const QImage& band) { add(band, 0, {}); }

void PngWriter::add(const QImage& part, int left, const QImage& beside) {
    const QImage pixels = part.isNull() ? part : part.convertToFormat(m_painted);
    const QImage colours = beside.isNull() ? beside : beside.convertToFormat(m_painted);
    const auto line = [](const QImage& image, int y) {
        return reinterpret_cast<const QRgb*>(image.constScanLine(y));
    };
    const int rows = part.isNull() ? beside.height() : part.height();
    for (int y = 0; y < rows && m_rows < m_height; ++y, ++m_rows) {
        const auto* row = pixels.isNull() ? nullptr : line(pixels, y);
        if (colours.isNull()) {
            addRow(row);
        } else {
            addRow(row, {left, left + pixels.width()}, *line(colours, y));
        }
    }
}

void PngWriter::addRow(const QRgb* pixels) {
    m_beside.reset();
    const Range all{0, m_width};
    if (findChanged(pixels, all) > m_width / 2) {
        addWhole(pixels);
    } else {
        addChanged(pixels, all);
    }
}

void PngWriter::addRow(const QRgb* pixels, Range part, QRgb beside) {
    const auto partAbove = std::exchange(m_part, part);
    if (std::exchange(m_beside, beside) != beside) {
        addBeside(pixels, part);
        return;
    }
    if (partAbove != part) { // what was a part above may be beside it now, and the other way round
        const Range both{std::min(part.from, partAbove.from), std::max(part.to, partAbove.to)};
        std::fill(m_pixels.begin() + both.from, m_pixels.begin() + both.to, beside);
        std::copy(pixels, pixels + part.length(), m_pixels.begin() + part.from);
        pixels = m_pixels.data() + both.from;
        part = both;
    }
    findChanged(pixels, part);
    addChanged(pixels, part);
}

/// Sets m_changed to where that part is not like the row above; `pixels` begins there. Returns how many
/// pixels these are.
int PngWriter::findChanged(const QRgb* pixels, Range part) {
    m_changed.clear();
    const auto* above = m_abovePixels.data() + part.from;
    const int length = part.length();
    int changed = 0;
    if (length == 0 || std::memcmp(pixels, above, static_cast<std::size_t>(length) * sizeof(QRgb)) == 0) {
        return 0;
    }
    for (int i = 0; i < length;) {
        i = firstOther(pixels, above, i, length);
        if (i == length) {
            break;
        }
        int end = i + 1;
        for (int alike = 0; end < length && alike < kWorthARun; ++end) {
            alike = pixels[end] == above[end] ? alike + 1 : 0;
        }
        m_changed.push_back({part.from + i, part.from + end});
        changed += end - i;
        i = end;
    }
    return changed;
}

/// These pixels as they are written, the first of which stands at `part.from`.
void PngWriter::convert(const QRgb* pixels, Range part) {
    auto* out = m_row.data() + at(part.from);
    const auto* end = pixels + part.length();
    if (m_step == 3) {
        for (; pixels < end; ++pixels, out += 3) {
            out[0] = uchar(qRed(*pixels));
            out[1] = uchar(qGreen(*pixels));
            out[2] = uchar(qBlue(*pixels));
        }
        return;
    }
    for (; pixels < end; ++pixels, out += 4) {
        const QRgb pixel = qAlpha(*pixels) == 255 ? *pixels : qUnpremultiply(*pixels);
        out[0] = uchar(qRed(pixel));
        out[1] = uchar(qGreen(pixel));
        out[2] = uchar(qBlue(pixel));
        out[3] = uchar(qAlpha(pixel));
    }
}

/// The whole row is of the colour beside.
void PngWriter::fillBeside() {
    std::fill(m_abovePixels.begin(), m_abovePixels.end(), *m_beside);
    convert(m_abovePixels.data(), {0, 1});
    for (std::size_t done = m_step; done < m_row.size(); done *= 2) {
        std::memcpy(m_row.data() + done, m_row.data(), std::min(done, m_row.size() - done));
    }
}

/// A row that differs from the one above only in m_changed. `pixels` begins at `part.from`.
void PngWriter::addChanged(const QRgb* pixels, Range part) {
    if (m_changed.empty()) {
        ++m_alike;
        return;
    }
    addAlike();
    for (const auto& changed : m_changed) {
        const auto* from = pixels + (changed.from - part.from);
        convert(from, changed);
        filterUp(changed);
        std::copy(from, from + changed.length(), m_abovePixels.begin() + changed.from);
        std::memcpy(m_above.data() + at(changed.from), m_row.data() + at(changed.from), at(changed.length()));
    }
    packFilter(kUp);
    int done = 0;
    for (const auto& changed : m_changed) {
        packZeros(at(changed.from - done));
        packBytes(m_filtered.data() + at(changed.from), at(changed.length()));
        done = changed.to;
    }
    packZeros(at(m_width - done));
}

/// A row of a new colour beside that part: told against the pixel to the left nothing is left of that colour
/// but its first pixel.
void PngWriter::addBeside(const QRgb* pixels, Range part) {
    addAlike();
    fillBeside();
    convert(pixels, part);
    std::copy(pixels, pixels + part.length(), m_abovePixels.begin() + part.from);
    const Range told = part.length() > 0 ? Range{part.from, std::min(part.to + 1, m_width)} : Range{0, 1};
    filterLeft(told);
    packFilter(kLeft);
    if (told.from > 0) {
        packBytes(m_row.data(), m_step);
        packZeros(at(told.from) - m_step);
    }
    packBytes(m_filtered.data() + at(told.from), at(told.length()));
    packZeros(at(m_width - told.to));
    m_above = m_row;
}

/// A row of which anything may have changed.
void PngWriter::addWhole(const QRgb* pixels) {
    addAlike();
    const Range all{0, m_width};
    convert(pixels, all);
    std::copy(pixels, pixels + m_width, m_abovePixels.begin());
    const bool asks = m_rows >= m_nextChoice; // rows near each other are alike, so one in eight is asked
    if (asks || m_left) {
        filterLeft(all);
    }
    if (asks) {
        const auto left = leftover(m_filtered, all);
        std::swap(m_filtered, m_otherFiltered);
        filterUp(all);
        const auto up = leftover(m_filtered, all);
        m_left = left < up;
        m_nextChoice = m_rows + kAskedRows;
        if (m_left) {
            std::swap(m_filtered, m_otherFiltered);
        }
    } else if (!m_left) {
        filterUp(all);
    }
    packFilter(m_left ? kLeft : kUp);
    packBytes(m_filtered.data(), m_filtered.size());
    std::swap(m_above, m_row);
}

void PngWriter::addAlike() {
    for (; m_alike > 0; --m_alike) {
        packFilter(kUp);
        packZeros(m_row.size());
    }
}

/// How many bytes are not zero: what a filter leaves to pack. Simpler than the sum of differences the
/// specification proposes (PNG 1.2, section 9.6), and as good where most of a picture is flat.
std::size_t PngWriter::leftover(const std::vector<uchar>& filtered, Range part) const {
    const auto from = filtered.begin() + at(part.from);
    return at(part.length()) - static_cast<std::size_t>(std::count(from, from + at(part.length()), uchar(0)));
}

void PngWriter::packFilter(uchar filter) { packBytes(&filter, 1); }

void PngWriter::packBytes(const uchar* from, std::size_t count) {
    m_check = adler32(m_check, from, static_cast<uInt>(count));
    m_runs.bytes(from, count);
}

void PngWriter::packZeros(std::size_t count) {
    // The check sum's low half sums bytes, its high half the low one's values (RFC 1950, 8.2).
    constexpr std::size_t kModulus = 65521;
    const std::size_t low = m_check & 0xFFFF;
    m_check = ((m_check >> 16) + count % kModulus * low) % kModulus << 16 | low;
    m_runs.zeros(count);
}

void PngWriter::filterLeft(Range part) {
    const auto against = [&](auto step) {
        auto i = at(part.from);
        for (const auto end = i + (part.from == 0 ? step : 0); i < end; ++i) {
            m_filtered[i] = m_row[i]; // nothing stands to the left
        }
        const uchar* row = m_row.data();
        uchar* filtered = m_filtered.data();
        for (const auto end = at(part.to); i < end; ++i) {
            filtered[i] = static_cast<uchar>(row[i] - row[i - step]);
        }
    };
    if (m_step == 3) {
        against(std::integral_constant<std::size_t, 3>());
    } else {
        against(std::integral_constant<std::size_t, 4>());
    }
}

void PngWriter::filterUp(Range part) {
    const uchar* row = m_row.data();
    const uchar* above = m_above.data();
    uchar* filtered = m_filtered.data();
    for (auto i = at(part.from), end = at(part.to); i < end; ++i) {
        filtered[i] = static_cast<uchar>(row[i] - above[i]);
    }
}

std::string PngWriter::finished() {
    addAlike();
    std::string header;
    put32(header, static_cast<std::uint32_t>(m_width));
    put32(header, static_cast<std::uint32_t>(m_height));
    header += '\x08';
    header += m_step == 3 ? '\x02' : '\x06';
    header.append(3, '\0');
    std::string file("\x89PNG\r\n\x1a\n", 8);
    putChunk(file, "IHDR", header);
    std::string data("\x78\x01"); // deflate with a window of 32 KiB, packed the quickest way (RFC 1950, 2.2)
    data += m_runs.finished();
    put32(data, static_cast<std::uint32_t>(m_check));
    putChunk(file, "IDAT", data);
    putChunk(file, "IEND", {});
    return file;
}

std::string pngOf(const QImage& image) {
    PngWriter writer(image.width(), image.height(),
                     image.hasAlphaChannel() ? PngWriter::Channels::Rgba : PngWriter::Channels::Rgb);
    writer.add(image);
    return writer.finished();
}

}
