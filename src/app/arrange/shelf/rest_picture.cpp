// SPDX-License-Identifier: MIT
#include "app/arrange/shelf/rest_picture.h"

#include "core/schedule/evaluate.h"
#include "render/frames/frame_painter.h"

#include <QPainter>
#include <algorithm>
#include <cmath>

namespace scaena::app {

namespace {

constexpr double kMoments[] = {0, 0.3, 0.6, 1};
constexpr double kWeights[] = {0.28, 0.4, 0.55, 1}; ///< how much of each is seen
constexpr int kStrips = 3;
constexpr int kWaySteps = 16;
constexpr double kLeastWay = 10; ///< dp; less is staying in place
constexpr double kLeastTurn = 4; ///< degrees
constexpr double kLeastGrowth = 0.06;

/// What shows that a layer moves: its middle, size and turn.
struct Look {
    Point centre;
    double width, height, rotation;
};

/// Of the topmost layer, where more than the lowest is seen; of the lowest, where it is alone all the time.
std::vector<Look> looks(const schedule::Schedule& schedule, double from, double span) {
    std::vector<Look> tops, grounds;
    for (int i = 0; i <= kWaySteps; ++i) {
        const auto frame = schedule::evaluate(schedule, from + span * i / kWaySteps);
        if (!frame.layers.empty()) {
            const auto& top = frame.layers.back();
            (frame.layers.size() > 1 ? tops : grounds)
                .push_back({top.outer.map(top.centre), top.size.width * top.scaleX,
                            top.size.height * top.scaleY, top.rotation});
        }
    }
    return tops.empty() ? grounds : tops;
}

double wayOf(const std::vector<Look>& all) {
    double most = 0;
    for (const auto& it : all) {
        most =
            std::max(most, std::hypot(it.centre.x - all.back().centre.x, it.centre.y - all.back().centre.y));
    }
    return most;
}

bool changesForm(const std::vector<Look>& all) {
    return std::any_of(all.begin(), all.end(), [&](const Look& it) {
        const auto& last = all.back();
        return std::abs(it.rotation - last.rotation) > kLeastTurn ||
               std::abs(it.width - last.width) > kLeastGrowth * std::abs(last.width) ||
               std::abs(it.height - last.height) > kLeastGrowth * std::abs(last.height);
    });
}

/// Puts what differs from the ground over the picture, by that weight.
void lay(QImage& on, const QImage& picture, const QImage& ground, double weight) {
    for (int y = 0; y < on.height(); ++y) {
        auto* row = reinterpret_cast<QRgb*>(on.scanLine(y));
        const auto* from = reinterpret_cast<const QRgb*>(picture.constScanLine(y));
        const auto* bare = reinterpret_cast<const QRgb*>(ground.constScanLine(y));
        for (int x = 0; x < on.width(); ++x) {
            if (from[x] == bare[x]) {
                continue;
            }
            const auto mixed = [&](int was, int is) {
                return static_cast<int>(std::lround(was + (is - was) * weight));
            };
            row[x] = qRgba(mixed(qRed(row[x]), qRed(from[x])), mixed(qGreen(row[x]), qGreen(from[x])),
                           mixed(qBlue(row[x]), qBlue(from[x])), mixed(qAlpha(row[x]), qAlpha(from[x])));
        }
    }
}

}

QImage paintSmall(const render::Scene& scene, const schedule::Schedule& schedule, double t, double dp,
                  int side, bool onlyGround) {
    QImage image(side, side, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    schedule::Frame frame = schedule::evaluate(schedule, t);
    if (onlyGround && frame.layers.size() > 1) {
        frame.layers.resize(1);
    }
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.scale(side / dp, side / dp);
    painter.translate(dp / 2 - frame.screen.width / 2, dp / 2 - frame.screen.height / 2);
    painter.setClipRect(QRectF(frame.screen.width / 2 - dp / 2, frame.screen.height / 2 - dp / 2, dp, dp));
    render::paintFrame(painter, scene, frame);
    return image;
}

RestPicture restPicture(const render::Scene& scene, const schedule::Schedule& schedule, double from,
                        double span, double dp, int side) {
    const auto at = [&](double part) { return paintSmall(scene, schedule, from + span * part, dp, side); };
    const auto all = looks(schedule, from, span);
    RestPicture rest;
    if (all.size() > 1 && (wayOf(all) > kLeastWay || changesForm(all))) {
        const auto layersAt = [&](double part) {
            return schedule::evaluate(schedule, from + span * part).layers.size();
        };
        const bool isGroundItself = std::none_of(std::begin(kMoments), std::end(kMoments),
                                                 [&](double part) { return layersAt(part) > 1; });
        const QImage ground = isGroundItself ? at(0) : paintSmall(scene, schedule, from, dp, side, true);
        rest.image = ground;
        // What leaves is seen best where it was; what comes, where it is at last.
        const bool leaves = !isGroundItself && layersAt(1) < 2;
        for (std::size_t i = 0; i < std::size(kMoments); ++i) {
            const double part = kMoments[leaves ? std::size(kMoments) - 1 - i : i];
            lay(rest.image, at(part), ground, kWeights[i]);
        }
        if (wayOf(all) > kLeastWay) {
            const auto& screen = schedule.screen;
            for (const auto& it : all) {
                rest.way << QPointF((it.centre.x - screen.width / 2) / dp + 0.5,
                                    (it.centre.y - screen.height / 2) / dp + 0.5);
            }
        }
        return rest;
    }
    rest.image = at(1);
    QPainter painter(&rest.image);
    painter.setCompositionMode(QPainter::CompositionMode_Source);
    for (int i = 0; i + 1 < kStrips; ++i) {
        const QRect strip(i * side / kStrips, 0, side / kStrips, side);
        painter.drawImage(strip.topLeft(), at(i / (kStrips - 1.0)), strip);
    }
    return rest;
}

}
