// SPDX-License-Identifier: MIT
#include "core/art/art.h"

#include <algorithm>

namespace scaena::art {

std::unique_ptr<Group> cloneGroup(const Group& group) {
    auto copy = std::make_unique<Group>();
    copy->id = group.id;
    copy->transform = group.transform;
    copy->opacity = group.opacity;
    copy->clips = group.clips;
    for (const auto& child : group.children) {
        copy->children.push_back(cloneNode(child));
    }
    return copy;
}

Node cloneNode(const Node& node) {
    if (const auto* group = std::get_if<std::unique_ptr<Group>>(&node)) {
        return cloneGroup(**group);
    }
    if (const auto* picture = std::get_if<Picture>(&node)) {
        return *picture;
    }
    return std::get<Shape>(node);
}

std::vector<const Picture*> picturesIn(const Group& group) {
    std::vector<const Picture*> pictures;
    for (const auto& child : group.children) {
        if (const auto* picture = std::get_if<Picture>(&child)) {
            pictures.push_back(picture);
        } else if (const auto* inner = std::get_if<std::unique_ptr<Group>>(&child)) {
            const auto more = picturesIn(**inner);
            pictures.insert(pictures.end(), more.begin(), more.end());
        }
    }
    return pictures;
}

std::size_t shapeCount(const Group& group) {
    std::size_t count = 0;
    for (const auto& child : group.children) {
        const auto* inner = std::get_if<std::unique_ptr<Group>>(&child);
        count += inner ? shapeCount(**inner) : 1;
    }
    return count;
}

LinearVector mappedLine(Point start, Point end, const Matrix& m) {
    const double dx = end.x - start.x;
    const double dy = end.y - start.y;
    const double squared = dx * dx + dy * dy;
    const double det = m.a * m.d - m.b * m.c;
    const Point from = m.map(start);
    if (squared == 0 || det == 0) {
        return {from, m.map(end)};
    }
    const double gx = (m.d * dx - m.b * dy) / det / squared;
    const double gy = (-m.c * dx + m.a * dy) / det / squared;
    const double length = gx * gx + gy * gy;
    return {from, {from.x + gx / length, from.y + gy / length}};
}

Matrix fitInto(const Rect& viewBox, const Rect& box) {
    if (viewBox.width <= 0 || viewBox.height <= 0) {
        return Matrix::translation(box.x, box.y);
    }
    const double scale = std::min(box.width / viewBox.width, box.height / viewBox.height);
    const Point from = viewBox.centre();
    const Point to = box.centre();
    return {scale, 0, 0, scale, to.x - from.x * scale, to.y - from.y * scale};
}

}
