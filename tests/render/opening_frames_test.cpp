// SPDX-License-Identifier: MIT
#include "core/base/workers.h"
#include "render/frames/frame_maker.h"
#include "render/frames/frame_painter.h"
#include "support/export_helper.h"
#include "support/pictures.h"

#include <QPainter>
#include <cmath>

using namespace scaena;
using namespace scaena::test;

namespace {

/// The frame painted at once, without anything shared.
QImage painted(const project::Project& project, const exporting::OpeningOrder& order) {
    auto schedule = schedule::resolve(project.sequence, order.conditions);
    const double below = schedule.screen.height - schedule.safeArea.bottom();
    schedule.screen = order.screen;
    schedule.safeArea = {0, schedule.safeArea.y, order.screen.width,
                         order.screen.height - schedule.safeArea.y - below};
    const render::Scene scene(*schedule.sequence, *project.artFiles, order.conditions.appearance,
                              order.density);
    QImage image(static_cast<int>(std::lround(order.screen.width * order.density)),
                 static_cast<int>(std::lround(order.screen.height * order.density)), QImage::Format_RGB32);
    image.fill(Qt::black);
    QPainter painter(&image);
    painter.scale(order.density, order.density);
    render::paintFrame(painter, scene, schedule::evaluate(schedule, 0));
    return image;
}

}

TEST_CASE(
    "Startup images, asked for together, are the frames painted one by one, for every sample, light and "
    "dark, upright and turned") {
    const render::QtFrameMaker maker;
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        // Layers come to lie upon the pixels in every way: the widths are odd and even, densities broken,
        // too.
        std::vector<exporting::OpeningOrder> orders;
        for (const auto appearance : {model::Appearance::Light, model::Appearance::Dark}) {
            schedule::Conditions conditions;
            conditions.target = "web";
            conditions.appearance = appearance;
            for (const double density : {1.0, 3.0}) {
                for (const Size screen : {Size{375, 667}, Size{390, 701}, Size{393, 852}, Size{375, 812}}) {
                    conditions.device = "quick-phone";
                    conditions.landscape = false;
                    orders.push_back({conditions, screen, density});
                }
                conditions.device = "tablet";
                conditions.landscape = true;
                orders.push_back({conditions, {1024, 768}, density});
            }
        }
        const study::Study study(std::make_shared<const model::Sequence>(project.sequence), project.artFiles,
                                 render::instruments());
        const auto makers = maker.openings(study, orders);
        REQUIRE(makers.size() == orders.size());
        std::vector<std::string> made(orders.size());
        Workers(4).run(orders.size(), [&](std::size_t i) { made[i] = makers[i](); });
        for (std::size_t i = 0; i < orders.size(); ++i) {
            INFO(path << " " << i);
            const QImage back = QImage::fromData(QByteArray::fromStdString(made[i]), "PNG");
            const QImage whole = painted(project, orders[i]);
            REQUIRE(back.size() == whole.size());
            // An edge may round otherwise in a band, or when it is painted before what is beneath.
            CHECK(difference(back.convertToFormat(QImage::Format_RGB32), whole) < 0.05);
        }
    }
}
