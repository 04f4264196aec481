// SPDX-License-Identifier: MIT
#include "render/png_writer.h"

#include <algorithm>
#include <cstring>
#include <map>
#include <utility>
#include <zlib.h>

namespace scaena::render {

namespace {

constexpr int kLevel = 1; ///< the higher ones take twice the time and more for a tenth in size
constexpr int kMemory = 6;
constexpr uInt kStep = 1 << 14;           ///< bytes taken from it at once
constexpr std::size_t kPending = 1 << 16; ///< bytes handed to zlib at once
constexpr int kPreparedRows[] = {64, 16, 4};
constexpr uchar kLeft = 1, kUp = 2; ///< filters (PNG 1.2, section 9.2)

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

/// How many bytes are not zero: what a filter leaves to pack. Simpler than the sum of differences the
/// specification proposes (PNG 1.2, section 9.6), and as good where most of a picture is flat.
std::ptrdiff_t leftover(const std::vector<uchar>& line) {
    return std::ssize(line) - std::count(line.begin(), line.end(), uchar(0));
}

}

/// A raw deflate stream with zlib's wrapping, into which long runs of rows like the one above go ready-made:
/// a full flush ends at a whole byte and refers to nothing before it, so such pieces can be put together.
struct PngWriter::Packer {
    struct Packed {
        std::string bytes;
        uLong check = 0; ///< of what they hold
    };

    z_stream stream{};
    std::string out{"\x78\x01"}; // deflate with a window of 32 KiB, quickest (RFC 1950, 2.2)
    uLong check = adler32(0, nullptr, 0);
    int strategy = Z_RLE;
    std::vector<uchar> pending;
    std::vector<uchar> alike;       ///< a row like the one above: the filter "up" and zeros
    std::map<int, Packed> prepared; ///< so many of them, packed

    explicit Packer(std::size_t bytesOfRow) : alike(bytesOfRow + 1) {
        alike[0] = kUp;
        pending.reserve(kPending + alike.size());
        deflateInit2(&stream, kLevel, Z_DEFLATED, -MAX_WBITS, kMemory, strategy);
    }
    ~Packer() { deflateEnd(&stream); }
    Packer(const Packer&) = delete;
    Packer& operator=(const Packer&) = delete;

    /// Hands over what is pending.
    void push(int flush) {
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

    /// A row, of which nothing but the filter's byte and that range is other than zero.
    void add(const std::vector<uchar>& bytes, Range range) {
        pending.insert(pending.end(), bytes.begin(), bytes.end());
        check = adler32(check, bytes.data(), 1);
        checkZeros(range.from);
        check = adler32(check, bytes.data() + 1 + range.from, static_cast<uInt>(range.to - range.from));
        checkZeros(bytes.size() - 1 - range.to);
        if (pending.size() >= kPending) {
            push(Z_NO_FLUSH);
        }
    }

    /// The check sum's low half sums bytes, its high half the low one's values (RFC 1950, 8.2).
    void checkZeros(std::size_t count) {
        constexpr uLong kModulus = 65521;
        const uLong low = check & 0xFFFF;
        check = ((check >> 16) + count % kModulus * low) % kModulus << 16 | low;
    }

    /// Runs alone pack flat rows best and quickest, but gradients badly.
    void suit(std::ptrdiff_t leftover) {
        const bool busy = leftover * 8 > std::ssize(alike);
        const int wanted = busy ? Z_DEFAULT_STRATEGY : Z_RLE;
        if (wanted != strategy) {
            push(Z_BLOCK); // what is pending belongs to the way before
            stream.avail_out = 0; // nothing is left to come out
            deflateParams(&stream, kLevel, wanted);
            strategy = wanted;
        }
    }

    const Packed& packedRows(int count) {
        auto& packed = prepared[count];
        if (packed.bytes.empty()) {
            Packer maker(alike.size() - 1);
            maker.out.clear();
            for (int i = 0; i < count; ++i) {
                maker.add(alike, {});
            }
            maker.push(Z_FULL_FLUSH);
            packed = {maker.out, maker.check};
        }
        return packed;
    }

    void addAlike(int rows) {
        if (rows >= kPreparedRows[std::size(kPreparedRows) - 1]) {
            push(Z_FULL_FLUSH);
            for (const int count : kPreparedRows) {
                for (; rows >= count; rows -= count) {
                    const auto& packed = packedRows(count);
                    out += packed.bytes;
                    check = adler32_combine(check, packed.check, static_cast<z_off_t>(alike.size() * count));
                }
            }
        }
        for (; rows > 0; --rows) {
            add(alike, {});
        }
    }

    std::string ended() {
        push(Z_FINISH);
        put32(out, static_cast<std::uint32_t>(check));
        return std::move(out);
    }
};

PngWriter::PngWriter(int width, int height, Channels channels)
    : m_width(width), m_height(height), m_channels(channels) {
    const std::size_t bytes = static_cast<std::size_t>(width) * (channels == Channels::Rgb ? 3 : 4);
    m_row.resize(bytes);
    m_above.resize(bytes);
    m_left.resize(bytes + 1);
    m_left[0] = kLeft;
    m_up.resize(bytes + 1);
    m_up[0] = kUp;
    m_packer = std::make_unique<Packer>(bytes);
}

PngWriter::~PngWriter() = default;

void PngWriter::add(const QImage& band) { add(band, 0, {}); }

void PngWriter::add(const QImage& part, int left, const QImage& beside) {
    const auto format = m_channels == Channels::Rgb ? QImage::Format_RGB888 : QImage::Format_RGBA8888;
    const std::size_t step = m_channels == Channels::Rgb ? 3 : 4;
    const auto painted = static_cast<std::size_t>(part.bytesPerLine());
    const Range span{static_cast<std::size_t>(left) * step,
                     static_cast<std::size_t>(left + part.width()) * step};
    const uchar* above = nullptr;
    for (int y = 0; y < part.height() && m_rows < m_height; ++y, ++m_rows) {
        const uchar* pixels = part.constScanLine(y);
        const auto colour = beside.isNull() ? std::nullopt : std::optional(beside.pixel(0, y));
        const bool sameBeside = colour && colour == m_beside;
        // Rows are compared as they were painted: only those that differ are worth converting.
        if (above && (sameBeside || !colour) && std::memcmp(above, pixels, painted) == 0) {
            ++m_alike;
        } else {
            const QImage line =
                QImage(pixels, part.width(), 1, part.bytesPerLine(), part.format()).convertToFormat(format);
            if (colour && !sameBeside) {
                const uchar one[] = {uchar(qRed(*colour)), uchar(qGreen(*colour)), uchar(qBlue(*colour)),
                                     uchar(qAlpha(*colour))};
                std::memcpy(m_row.data(), one, step);
                for (std::size_t done = step; done < m_row.size(); done *= 2) {
                    std::memcpy(m_row.data() + done, m_row.data(), std::min(done, m_row.size() - done));
                }
            }
            std::memcpy(m_row.data() + span.from, line.constBits(), span.to - span.from);
            addRow(sameBeside ? span : Range{0, m_row.size()});
        }
        above = pixels;
        m_beside = colour;
    }
}

void PngWriter::addRow(Range changed) {
    const auto length = changed.to - changed.from;
    if (std::memcmp(m_above.data() + changed.from, m_row.data() + changed.from, length) == 0) {
        ++m_alike;
        return;
    }
    m_packer->addAlike(std::exchange(m_alike, 0));
    const bool whole = length == m_row.size();
    // Rows near each other are alike, so one in eight is asked which filter suits. What changed but in a part
    // is best told against the row above.
    const bool asked = whole && m_rows >= m_nextChoice;
    const auto filter = whole ? m_filter : kUp;
    if (asked || filter == kLeft) {
        filterLeft();
    }
    if (asked || filter == kUp) {
        filterUp(changed);
    }
    if (asked) {
        const auto left = leftover(m_left), up = leftover(m_up);
        m_filter = left < up ? kLeft : kUp;
        m_packer->suit(std::min(left, up));
        m_nextChoice = m_rows + 8;
    }
    m_packer->add((whole ? m_filter : kUp) == kLeft ? m_left : m_up, changed);
    std::memcpy(m_above.data() + changed.from, m_row.data() + changed.from, length);
}

void PngWriter::filterLeft() {
    const uchar* row = m_row.data();
    uchar* left = m_left.data() + 1;
    const auto against = [&, count = m_row.size()](auto step) {
        std::memcpy(left, row, step);
        for (std::size_t i = step; i < count; ++i) {
            left[i] = static_cast<uchar>(row[i] - row[i - step]);
        }
    };
    if (m_channels == Channels::Rgb) {
        against(std::integral_constant<std::size_t, 3>());
    } else {
        against(std::integral_constant<std::size_t, 4>());
    }
}

void PngWriter::filterUp(Range changed) {
    if (changed != m_upRange) {
        std::fill(m_up.begin() + 1, m_up.end(), uchar(0));
        m_upRange = changed;
    }
    const uchar* row = m_row.data();
    const uchar* above = m_above.data();
    uchar* up = m_up.data() + 1;
    for (std::size_t i = changed.from; i < changed.to; ++i) {
        up[i] = static_cast<uchar>(row[i] - above[i]);
    }
}

std::string PngWriter::finished() {
    m_packer->addAlike(std::exchange(m_alike, 0));
    std::string header;
    put32(header, static_cast<std::uint32_t>(m_width));
    put32(header, static_cast<std::uint32_t>(m_height));
    header += '\x08';
    header += m_channels == Channels::Rgb ? '\x02' : '\x06';
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
