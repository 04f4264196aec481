// SPDX-License-Identifier: MIT
#include "core/art/parts.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace scaena::art {

namespace {

const std::string& idOf(const Node& node) {
    if (const auto* group = std::get_if<std::unique_ptr<Group>>(&node)) {
        return (*group)->id;
    }
    const auto* picture = std::get_if<Picture>(&node);
    return picture ? picture->id : std::get<Shape>(node).id;
}

std::optional<Rect> unite(std::optional<Rect> all, const Rect& more) {
    if (!all) {
        return more;
    }
    const double x = std::min(all->x, more.x);
    const double y = std::min(all->y, more.y);
    return Rect{x, y, std::max(all->right(), more.right()) - x, std::max(all->bottom(), more.bottom()) - y};
}

std::optional<Rect> boundsOf(const Node& node, const Matrix& outer) {
    if (const auto* shape = std::get_if<Shape>(&node)) {
        if (shape->path.isEmpty()) {
            return {};
        }
        Rect box = bounds(mapped(shape->path, outer));
        if (!std::holds_alternative<std::monostate>(shape->stroke.paint)) {
            const double half = shape->stroke.width * outer.meanScale() / 2;
            box = {box.x - half, box.y - half, box.width + 2 * half, box.height + 2 * half};
        }
        return box;
    }
    if (const auto* picture = std::get_if<Picture>(&node)) {
        return bounds(mapped(rectPath(picture->box, 0, 0), outer));
    }
    const auto& group = *std::get<std::unique_ptr<Group>>(node);
    std::optional<Rect> all;
    for (const auto& child : group.children) {
        if (const auto box = boundsOf(child, outer * group.transform)) {
            all = unite(all, *box);
        }
    }
    return all;
}

void listParts(const Group& group, const Matrix& outer, std::vector<PartInfo>& out) {
    const Matrix map = outer * group.transform;
    for (const auto& child : group.children) {
        const auto* inner = std::get_if<std::unique_ptr<Group>>(&child);
        const bool wrapsAll = inner && group.children.size() == 1 && (*inner)->children.size() > 1;
        if (!idOf(child).empty() && !wrapsAll) {
            out.push_back({idOf(child), boundsOf(child, map).value_or(Rect{})});
        } else if (inner) {
            listParts(**inner, map, out);
        }
    }
}

/// A copy of the group with only what leads to the part; null if it is not in there.
std::unique_ptr<Group> wayTo(const Group& group, const std::string& id) {
    for (const auto& child : group.children) {
        const auto* inner = std::get_if<std::unique_ptr<Group>>(&child);
        std::optional<Node> found;
        if (idOf(child) == id) {
            found = cloneNode(child);
        } else if (inner) {
            if (auto deeper = wayTo(**inner, id)) {
                found = std::move(deeper);
            }
        }
        if (found) {
            auto copy = std::make_unique<Group>();
            copy->id = group.id;
            copy->transform = group.transform;
            copy->opacity = group.opacity;
            copy->clips = group.clips;
            copy->children.push_back(std::move(*found));
            return copy;
        }
    }
    return nullptr;
}

std::string plainName(Colour colour) {
    colour.a = 255;
    return toHex(colour);
}

class Recolourer {
public:
    explicit Recolourer(const std::map<std::string, Colour>& replace) : m_replace(replace) {}
    void group(Group& group) const {
        for (auto& child : group.children) {
            if (auto* inner = std::get_if<std::unique_ptr<Group>>(&child)) {
                this->group(**inner);
            } else if (auto* shape = std::get_if<Shape>(&child)) {
                paint(shape->fill);
                paint(shape->stroke.paint);
            }
        }
    }

private:
    void paint(Paint& paint) const {
        if (auto* colour = std::get_if<Colour>(&paint)) {
            change(*colour);
        } else if (auto* gradient = std::get_if<Gradient>(&paint)) {
            for (auto& stop : gradient->stops) {
                change(stop.colour);
            }
        }
    }
    void change(Colour& colour) const {
        const auto found = m_replace.find(plainName(colour));
        if (found != m_replace.end()) {
            colour = {found->second.r, found->second.g, found->second.b,
                      static_cast<std::uint8_t>(std::lround(colour.a * found->second.a / 255.0))};
        }
    }
    const std::map<std::string, Colour>& m_replace;
};

void countColours(const Group& group, const Matrix& outer, std::map<std::string, double>& areas) {
    const Matrix map = outer * group.transform;
    for (const auto& child : group.children) {
        if (const auto* inner = std::get_if<std::unique_ptr<Group>>(&child)) {
            countColours(**inner, map, areas);
            continue;
        }
        if (std::holds_alternative<Picture>(child)) {
            continue;
        }
        const auto& shape = std::get<Shape>(child);
        const Rect box = bounds(mapped(shape.path, map));
        const auto count = [&](const Paint& paint, double area) {
            if (const auto* colour = std::get_if<Colour>(&paint)) {
                areas[plainName(*colour)] += area;
            } else if (const auto* gradient = std::get_if<Gradient>(&paint)) {
                for (const auto& stop : gradient->stops) {
                    areas[plainName(stop.colour)] += area / static_cast<double>(gradient->stops.size());
                }
            }
        };
        count(shape.fill, box.width * box.height);
        count(shape.stroke.paint, (box.width + box.height) * shape.stroke.width * map.meanScale());
    }
}

bool usesCurrentColour(const Group& group) {
    return std::any_of(group.children.begin(), group.children.end(), [](const Node& child) {
        if (const auto* inner = std::get_if<std::unique_ptr<Group>>(&child)) {
            return usesCurrentColour(**inner);
        }
        const auto* shape = std::get_if<Shape>(&child);
        return shape && (std::holds_alternative<CurrentColour>(shape->fill) ||
                         std::holds_alternative<CurrentColour>(shape->stroke.paint));
    });
}

/// A gradient of a CSS angle over a box (CSS Images 3 §3.1.2).
Gradient cssGradient(const Rect& box, double angle, Colour from, Colour to) {
    const double radians = angle * std::numbers::pi / 180;
    const double half =
        (std::abs(box.width * std::sin(radians)) + std::abs(box.height * std::cos(radians))) / 2;
    const Point way{std::sin(radians) * half, -std::cos(radians) * half};
    const Point middle = box.centre();
    Gradient gradient;
    gradient.start = {middle.x - way.x, middle.y - way.y};
    gradient.end = {middle.x + way.x, middle.y + way.y};
    gradient.stops = {{0, from}, {1, to}};
    return gradient;
}

}

std::vector<PartInfo> partsOf(const Art& art) {
    std::vector<PartInfo> parts;
    listParts(art.root, {}, parts);
    return parts;
}

std::optional<Art> onlyPart(const Art& art, const std::string& id) {
    auto way = wayTo(art.root, id);
    if (!way) {
        return {};
    }
    Art part;
    part.viewBox = art.viewBox;
    part.root = std::move(*way);
    return part;
}

Art recoloured(const Art& art, const std::map<std::string, Colour>& replace) {
    Art copy;
    copy.viewBox = art.viewBox;
    copy.root = std::move(*cloneGroup(art.root));
    copy.losses = art.losses;
    Recolourer(replace).group(copy.root);
    return copy;
}

bool usesCurrentColour(const Art& art) { return usesCurrentColour(art.root); }

std::vector<std::string> colourNames(const Art& art) {
    std::map<std::string, double> areas;
    countColours(art.root, {}, areas);
    std::vector<std::pair<double, std::string>> order;
    for (const auto& [name, area] : areas) {
        order.emplace_back(-area, name);
    }
    std::sort(order.begin(), order.end());
    std::vector<std::string> names;
    for (const auto& it : order) {
        names.push_back(it.second);
    }
    return names;
}

Colours coloursIn(const Art& art) { return {colourNames(art), usesCurrentColour(art)}; }

Art shapeArt(const model::ShapeContent& shape, Size size,
             const std::function<Colour(const model::ColourRef&)>& colour) {
    Art art;
    art.viewBox = {0, 0, std::max(0.01, size.width), std::max(0.01, size.height)};
    const double inset = shape.strokeColour.empty() ? 0 : shape.strokeWidth / 2;
    const Rect box{inset, inset, std::max(0.01, size.width - 2 * inset),
                   std::max(0.01, size.height - 2 * inset)};
    Shape drawn;
    if (shape.form == model::ShapeForm::Line) {
        drawn.path.moveTo({inset, size.height / 2});
        drawn.path.lineTo({size.width - inset, size.height / 2});
        drawn.fill = std::monostate{};
    } else {
        const double corner = std::min({shape.corner, box.width / 2, box.height / 2});
        drawn.path = shape.form == model::ShapeForm::Ellipse
                         ? ellipsePath(box.centre(), box.width / 2, box.height / 2)
                         : rectPath(box, corner, corner);
        if (shape.colour.empty()) {
            drawn.fill = std::monostate{};
        } else if (shape.to.empty()) {
            drawn.fill = colour(shape.colour);
        } else {
            drawn.fill = cssGradient(box, shape.angle, colour(shape.colour), colour(shape.to));
        }
    }
    if (!shape.strokeColour.empty() && shape.strokeWidth > 0) {
        drawn.stroke.paint = colour(shape.strokeColour);
        drawn.stroke.width = shape.strokeWidth;
        drawn.stroke.cap = Cap::Round;
    }
    art.root.children.emplace_back(std::move(drawn));
    return art;
}

namespace {

void removeStrokes(Group& group) {
    for (auto& child : group.children) {
        if (auto* shape = std::get_if<Shape>(&child)) {
            shape->stroke.paint = std::monostate();
        } else if (auto* inner = std::get_if<std::unique_ptr<Group>>(&child)) {
            removeStrokes(**inner);
        }
    }
}

/// Half of the widest stroke, joins included, in the coordinates of the viewBox.
double widestReach(const Group& group, const Matrix& outer) {
    const Matrix map = outer * group.transform;
    double reach = 0;
    for (const auto& child : group.children) {
        if (const auto* shape = std::get_if<Shape>(&child)) {
            const bool stroked = !std::holds_alternative<std::monostate>(shape->stroke.paint);
            const double join = shape->stroke.join == Join::Miter ? shape->stroke.miterLimit : 1.5;
            reach = std::max(reach, stroked ? shape->stroke.width / 2 * join * map.meanScale() : 0);
        } else if (const auto* inner = std::get_if<std::unique_ptr<Group>>(&child)) {
            reach = std::max(reach, widestReach(**inner, map));
        }
    }
    return reach;
}

}

Art withoutStrokes(const Art& art) {
    Art plain;
    plain.viewBox = art.viewBox;
    plain.losses = art.losses;
    plain.root = std::move(*cloneGroup(art.root));
    removeStrokes(plain.root);
    return plain;
}

bool reachesOver(const Art& art) {
    const double reach = widestReach(art.root, Matrix());
    for (const auto& child : art.root.children) {
        if (const auto box = boundsOf(child, art.root.transform)) {
            const auto& view = art.viewBox;
            if (box->x - reach < view.x - 0.01 || box->y - reach < view.y - 0.01 ||
                box->right() + reach > view.right() + 0.01 || box->bottom() + reach > view.bottom() + 0.01) {
                return true;
            }
        }
    }
    return false;
}

}
