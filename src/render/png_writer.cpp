// SPDX-License-Identifier: MIT
#include "render/png_writer.h"

#include "render/run_packer.h"

#include <algorithm>
#include <cstring>
#include <numeric>
#include <utility>
#include <zlib.h>

namespace scaena::render {

namespace {

constexpr int kLevel = 1; ///< the higher ones take twice the time and more for a tenth in size
constexpr int kMemory = 6;
constexpr uInt kStep = 1 << 14;           ///< bytes taken from zlib at once
constexpr std::size_t kPending = 1 << 16; ///< bytes handed to zlib at once
constexpr uchar kLeft = 1, kUp = 2;       ///< filters (PNG 1.2, section 9.2)
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

/// A deflate stream in zlib's wrapping out of pieces that refer to nothing before them: runs by a packer of
/// our own, busy rows by zlib.
struct PngWriter::Packer {
    z_stream stream{};
    std::string out{"\x78\x01"}; // deflate with a window of 32 KiB, quickest (RFC 1950, 2.2)
    uLong check = adler32(0, nullptr, 0);
    RunPacker runs;
    bool busy = false;
    std::vector<uchar> pending; ///< for zlib
    bool begun = false;         ///< zlib has something

    ~Packer() {
        if (stream.state) {
            deflateEnd(&stream);
        }
    }

    /// Hands zlib what is pending.
    void push(int flush) {
        if (!stream.state) {
            deflateInit2(&stream, kLevel, Z_DEFLATED, -MAX_WBITS, kMemory, Z_DEFAULT_STRATEGY);
        }
        begun = flush != Z_FULL_FLUSH;
        stream.next_in = pending.data();
        stream.avail_in = static_cast<uInt>(pending.size());
        do {
            const auto had = out.size();
            out.resize(had + kStep);
            stream.next_out = reinterpret_cast<Bytef*>(out.data() + had);
            stream.avail_out = kStep;
            deflate(&stream, flush);
            out.resize(out.size() - stream.avail_out);
        } while (stream.avail_out == 0);
        pending.clear();
    }

    void bytes(const uchar* from, std::size_t count) {
        check = adler32(check, from, static_cast<uInt>(count));
        if (busy) {
            pending.insert(pending.end(), from, from + count);
            pushIfMuch();
        } else {
            runs.bytes(from, count);
        }
    }

    void byte(uchar value) { bytes(&value, 1); }

    void zeros(std::size_t count) {
        // The check sum's low half sums bytes, its high half the low one's values (RFC 1950, 8.2).
        constexpr uLong kModulus = 65521;
        const uLong low = check & 0xFFFF;
        check = ((check >> 16) + count % kModulus * low) % kModulus << 16 | low;
        if (busy) {
            pending.insert(pending.end(), count, uchar(0));
            pushIfMuch();
        } else {
            runs.zeros(count);
        }
    }

    void pushIfMuch() {
        if (pending.size() >= kPending) {
            push(Z_NO_FLUSH);
        }
    }

    /// Ends the piece that was begun.
    void endPiece() {
        if (!busy) {
            runs.end(out);
        } else if (begun || !pending.empty()) {
            push(Z_FULL_FLUSH);
        }
    }

    /// To zlib, or to runs.
    void turn(bool toBusy) {
        if (toBusy != busy) {
            endPiece();
            busy = toBusy;
        }
    }

    std::string ended() {
        endPiece();
        out.append("\x03\x00", 2); // the last block, of no bytes (RFC 1951, 3.2.6)
        put32(out, static_cast<std::uint32_t>(check));
        return std::move(out);
    }
};

PngWriter::PngWriter(int width, int height, Channels channels)
    : m_width(width), m_height(height), m_step(channels == Channels::Rgb ? 3 : 4),
      m_painted(channels == Channels::Rgb ? QImage::Format_RGB32 : QImage::Format_ARGB32_Premultiplied) {
    const auto pixels = static_cast<std::size_t>(width);
    m_pixels.resize(pixels);
    m_abovePixels.resize(pixels); // no row of RGB is like it, since its alpha is 255
    for (auto* line : {&m_row, &m_above, &m_filtered, &m_otherFiltered}) {
        line->resize(pixels * m_step);
    }
    m_packer = std::make_unique<Packer>();
}

PngWriter::~PngWriter() = default;

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
    if (asksNow()) {
        suit(std::accumulate(
            m_changed.begin(), m_changed.end(), std::size_t(0),
            [&](std::size_t sum, const Range& it) { return sum + leftover(m_filtered, it); }));
    }
    m_packer->byte(kUp);
    int done = 0;
    for (const auto& changed : m_changed) {
        m_packer->zeros(at(changed.from - done));
        m_packer->bytes(m_filtered.data() + at(changed.from), at(changed.length()));
        done = changed.to;
    }
    m_packer->zeros(at(m_width - done));
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
    if (asksNow()) {
        suit(leftover(m_filtered, told));
    }
    m_packer->byte(kLeft);
    if (told.from > 0) {
        m_packer->bytes(m_row.data(), m_step);
        m_packer->zeros(at(told.from) - m_step);
    }
    m_packer->bytes(m_filtered.data() + at(told.from), at(told.length()));
    m_packer->zeros(at(m_width - told.to));
    m_above = m_row;
}

/// A row of which anything may have changed.
void PngWriter::addWhole(const QRgb* pixels) {
    addAlike();
    const Range all{0, m_width};
    convert(pixels, all);
    std::copy(pixels, pixels + m_width, m_abovePixels.begin());
    const bool asks = asksNow();
    if (asks || m_left) {
        filterLeft(all);
    }
    if (asks) {
        const auto left = leftover(m_filtered, all);
        std::swap(m_filtered, m_otherFiltered);
        filterUp(all);
        const auto up = leftover(m_filtered, all);
        m_left = left < up;
        suit(std::min(left, up));
        if (m_left) {
            std::swap(m_filtered, m_otherFiltered);
        }
    } else if (!m_left) {
        filterUp(all);
    }
    m_packer->byte(m_left ? kLeft : kUp);
    m_packer->bytes(m_filtered.data(), m_filtered.size());
    std::swap(m_above, m_row);
}

void PngWriter::addAlike() {
    for (; m_alike > 0; --m_alike) {
        m_packer->byte(kUp);
        m_packer->zeros(m_row.size());
    }
}

/// Rows near each other are alike, so one in eight is asked what suits.
bool PngWriter::asksNow() {
    if (m_rows < m_nextChoice) {
        return false;
    }
    m_nextChoice = m_rows + kAskedRows;
    return true;
}

/// How many bytes are not zero: what a filter leaves to pack. Simpler than the sum of differences the
/// specification proposes (PNG 1.2, section 9.6), and as good where most of a picture is flat.
std::size_t PngWriter::leftover(const std::vector<uchar>& filtered, Range part) const {
    const auto from = filtered.begin() + at(part.from);
    return at(part.length()) - static_cast<std::size_t>(std::count(from, from + at(part.length()), uchar(0)));
}

/// Runs pack flat rows best and quickest, but gradients badly.
void PngWriter::suit(std::size_t leftover) { m_packer->turn(leftover * 8 > m_row.size()); }

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
    putChunk(file, "IDAT", m_packer->ended());
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
