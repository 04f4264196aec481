// SPDX-License-Identifier: MIT
#include "render/art/art_drawer.h"

#include "render/base/helper_process.h"
#include "render/base/helper_protocol.h"
#include "render/base/missing_mark.h"

#include <cmath>
#include <future>
#include <list>
#include <mutex>

namespace scaena::render {

namespace {

constexpr int kPatience = 5;           // seconds
constexpr std::size_t kMostDrawn = 16; // one art has at most twelve
constexpr double kOutlineSide = 2000;  // units of the outlined document; its numbers have few digits

/// The bytes a process answers, or nothing.
std::optional<std::string> ordered(helper::Drawing order, const std::string& svg, const std::string& families,
                                   helper::Answer& answer) {
    order.svgBytes = static_cast<std::uint32_t>(svg.size());
    order.familyBytes = static_cast<std::uint32_t>(families.size());
    if (svg.size() > helper::kMostSvg) {
        return std::nullopt;
    }
    const auto helper = HelperProcess::start("scaena-art", SCAENA_ART_PROGRAM, kPatience);
    const bool answers =
        helper && helper->send(&order, sizeof order) && helper->send(svg.data(), svg.size()) &&
        helper->send(families.data(), families.size()) && helper->receive(&answer, sizeof answer);
    std::string bytes(answers ? answer.bytes : 0, '\0');
    return answers && answer.works != 0 && helper->receive(bytes.data(), bytes.size())
               ? std::optional(std::move(bytes))
               : std::nullopt;
}

QSize pixelsOf(double width, double height, double longest) {
    const double scale = longest / std::max({width, height, 1e-9});
    const auto whole = [&](double side) { return std::max(1, static_cast<int>(std::lround(side * scale))); };
    return {whole(width), whole(height)};
}

/// Nothing, and a death counted, if it cannot be drawn.
std::optional<QImage> drawn(const std::string& svg, QSize size) {
    helper::Drawing order;
    order.width = static_cast<std::uint32_t>(size.width());
    order.height = static_cast<std::uint32_t>(size.height());
    helper::Answer answer;
    const auto bytes = ordered(order, svg, {}, answer);
    QImage image(size, QImage::Format_ARGB32_Premultiplied);
    if (!bytes || bytes->size() != static_cast<std::size_t>(image.sizeInBytes())) {
        HelperProcess::countDeath();
        return std::nullopt;
    }
    std::copy(bytes->begin(), bytes->end(), image.bits());
    return image;
}

/// The last few answers, by what was asked.
template <class Value>
class Kept {
public:
    explicit Kept(std::size_t most) : m_most(most) {}

    /// Whoever asks for what another thread is drawing waits for it, and for nothing else.
    template <class Make>
    Value once(const std::string& key, Make make) {
        std::promise<Value> promise;
        std::shared_future<Value> answer;
        if (!find(key, promise, answer)) {
            promise.set_value(make());
        }
        return answer.get();
    }

private:
    /// False if it is not there: then the promise is the answer's.
    bool find(const std::string& key, std::promise<Value>& promise, std::shared_future<Value>& answer) {
        const std::lock_guard lock(m_mutex);
        for (auto it = m_entries.begin(); it != m_entries.end(); ++it) {
            if (it->first == key) {
                m_entries.splice(m_entries.begin(), m_entries, it);
                answer = it->second;
                return true;
            }
        }
        answer = promise.get_future().share();
        m_entries.emplace_front(key, answer);
        if (m_entries.size() > m_most) {
            m_entries.pop_back();
        }
        return false;
    }

    std::size_t m_most;
    std::mutex m_mutex;
    std::list<std::pair<std::string, std::shared_future<Value>>> m_entries;
};

Kept<QImage>& keptPictures() {
    static Kept<QImage> kept(kMostDrawn);
    return kept;
}

QSize sizeOf(const art::Picture& picture) {
    return pixelsOf(picture.box.width, picture.box.height, kDrawnSide);
}

}

QImage drawnPicture(const art::Picture& picture) {
    return keptPictures().once(*picture.svg, [&] {
        return drawn(*picture.svg, sizeOf(picture)).value_or(missingPicture(sizeOf(picture)));
    });
}

std::optional<art::ArtHelper::Words> DrawingHelper::outlined(const std::string& svg,
                                                             const std::string& families) const {
    static Kept<std::optional<Words>> kept(64);
    return kept.once(families + '\n' + svg, [&]() -> std::optional<Words> {
        const auto viewBox = svg.find("viewBox=\"");
        double box[4] = {0, 0, 1, 1};
        if (viewBox == std::string::npos ||
            std::sscanf(svg.c_str() + viewBox + 9, "%lf %lf %lf %lf", box, box + 1, box + 2, box + 3) != 4) {
            return std::nullopt;
        }
        const auto size = pixelsOf(box[2], box[3], kOutlineSide);
        helper::Drawing order{helper::Drawing::Outlines, static_cast<std::uint32_t>(size.width()),
                              static_cast<std::uint32_t>(size.height()), 0, 0};
        helper::Answer answer;
        auto outlines = ordered(order, svg, families.substr(0, 4096), answer);
        if (!outlines) {
            return std::nullopt;
        }
        return Words{std::move(*outlines), answer.hasFont != 0 ? "" : families.substr(0, families.find(','))};
    });
}

void DrawingHelper::foresee(const art::Art& art) const {
    bool isHopeless = false;
    for (const auto* picture : art::picturesIn(art.root)) {
        (void)keptPictures().once(*picture->svg, [&] {
            // One that takes for ever is waited for once: the others of the same file are not even tried.
            const auto image = isHopeless ? std::nullopt : drawn(*picture->svg, sizeOf(*picture));
            isHopeless = !image;
            return image.value_or(missingPicture(sizeOf(*picture)));
        });
    }
}

void DrawingHelper::use() {
    static const DrawingHelper helper;
    art::setArtHelper(&helper);
}

}
