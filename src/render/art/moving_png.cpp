// SPDX-License-Identifier: MIT
#include "render/art/moving_png.h"

#include <QPainter>
#include <algorithm>
#include <optional>
#include <string_view>
#include <vector>
#include <zlib.h>

namespace scaena::render {

namespace {

constexpr std::string_view kSignature("\x89PNG\r\n\x1a\n", 8);

std::uint32_t number(std::string_view bytes, std::size_t at, std::size_t count = 4) {
    std::uint32_t value = 0;
    for (std::size_t i = 0; i < count; ++i) {
        value = value << 8 | static_cast<unsigned char>(bytes[at + i]);
    }
    return value;
}

std::string bytesOf(std::uint32_t value) {
    std::string bytes;
    for (int shift = 24; shift >= 0; shift -= 8) {
        bytes += static_cast<char>(value >> shift & 0xFF);
    }
    return bytes;
}

std::string chunk(std::string_view type, std::string_view data) {
    std::string body(type);
    body += data;
    const auto sum = ::crc32(0, reinterpret_cast<const Bytef*>(body.data()), static_cast<uInt>(body.size()));
    return bytesOf(static_cast<std::uint32_t>(data.size())) + body + bytesOf(static_cast<std::uint32_t>(sum));
}

/// fcTL.
struct Control {
    enum Dispose { Stay, Clear, Before };
    QRect box;
    int millis = 100;
    int dispose = Stay;
    bool over = false; ///< laid over what is there; else in its place

    static std::optional<Control> read(std::string_view data) {
        if (data.size() != 26) {
            return std::nullopt;
        }
        constexpr std::uint32_t kMost = 1 << 20;
        for (std::size_t at = 4; at < 20; at += 4) {
            if (number(data, at) > kMost) {
                return std::nullopt;
            }
        }
        const auto side = [&](std::size_t at) { return static_cast<int>(number(data, at)); };
        Control it;
        it.box = QRect(side(12), side(16), side(4), side(8));
        const auto above = number(data, 20, 2), below = number(data, 22, 2);
        it.millis = static_cast<int>(1000 * above / (below == 0 ? 100 : below));
        it.dispose = static_cast<int>(number(data, 24, 1));
        it.over = number(data, 25, 1) == 1;
        return it;
    }
};

class Reader {
public:
    Reader(const std::string& bytes, const std::function<bool(const QImage&, int)>& take)
        : m_bytes(bytes), m_take(take) {}

    bool run() {
        if (!m_bytes.starts_with(kSignature)) {
            return true;
        }
        for (std::size_t at = kSignature.size(); at + 12 <= m_bytes.size() && !m_over && !m_broken;) {
            const auto length = number(m_bytes, at);
            if (length > m_bytes.size() - at - 12) {
                m_broken = m_moves;
                break;
            }
            read(m_bytes.substr(at + 4, 4), m_bytes.substr(at + 8, length));
            at += 12 + static_cast<std::size_t>(length);
        }
        return !m_broken;
    }

private:
    void read(std::string_view type, std::string_view data) {
        if (type == "IHDR") {
            m_broken = data.size() != 13;
            m_head = m_broken ? std::string_view() : data;
        } else if (type == "acTL") {
            m_moves = true;
            if (m_broken || m_head.empty()) {
                m_broken = true;
                return;
            }
            m_canvas = QImage(static_cast<int>(number(m_head, 0)), static_cast<int>(number(m_head, 4)),
                              QImage::Format_ARGB32_Premultiplied);
            m_broken = m_canvas.isNull();
            m_canvas.fill(Qt::transparent); // nothing where it is null
        } else if (type == "fcTL" && m_moves) {
            showFrame();
            m_control = Control::read(data);
            m_broken = m_broken || !m_control || !m_canvas.rect().contains(m_control->box);
        } else if (type == "IDAT") {
            m_picture = true;
            if (m_control) { // else the picture for viewers that know no frames
                m_data += data;
            }
        } else if (type == "fdAT" && data.size() > 4) {
            m_data += data.substr(4);
        } else if (type == "IEND") {
            showFrame();
            m_over = true;
        } else if (!m_picture) {
            m_shared += chunk(type, data); // palette, transparency, colours
        }
    }

    void showFrame() {
        if (!m_control || m_data.empty() || m_broken) {
            return;
        }
        const auto& it = *m_control;
        const auto head = bytesOf(static_cast<std::uint32_t>(it.box.width())) +
                          bytesOf(static_cast<std::uint32_t>(it.box.height())) +
                          std::string(m_head.substr(8));
        const auto png = std::string(kSignature) + chunk("IHDR", head) + m_shared + chunk("IDAT", m_data) +
                         chunk("IEND", {});
        m_data.clear();
        const auto part =
            QImage::fromData(QByteArray::fromRawData(png.data(), static_cast<qsizetype>(png.size())), "PNG");
        if (part.isNull()) {
            m_broken = true;
            return;
        }
        const QImage before = it.dispose == Control::Before ? m_canvas.copy() : QImage();
        QPainter painter(&m_canvas);
        painter.setCompositionMode(it.over ? QPainter::CompositionMode_SourceOver
                                           : QPainter::CompositionMode_Source);
        painter.drawImage(it.box.topLeft(), part);
        painter.end();
        m_over = !m_take(m_canvas, it.millis);
        if (it.dispose == Control::Before) {
            m_canvas = before;
        } else if (it.dispose == Control::Clear) {
            QPainter clear(&m_canvas);
            clear.setCompositionMode(QPainter::CompositionMode_Clear);
            clear.fillRect(it.box, Qt::transparent);
        }
    }

    const std::string_view m_bytes;
    const std::function<bool(const QImage&, int)>& m_take;
    std::string_view m_head;
    std::string m_shared, m_data;
    std::optional<Control> m_control;
    QImage m_canvas;
    bool m_moves = false, m_picture = false, m_over = false, m_broken = false;
};

}

bool eachFrameOfPng(const std::string& bytes, const std::function<bool(const QImage&, int)>& take) {
    return Reader(bytes, take).run();
}

}
