// SPDX-License-Identifier: MIT
#include "core/art/clip_cost.h"

#include <cmath>
#include <limits>
#include <map>
#include <set>

namespace scaena::art {

namespace {

constexpr double kEndless = std::numeric_limits<double>::infinity();

/// The largest number anywhere in an animated value.
double largestIn(const Json& value) {
    if (value.is_number()) {
        return value.get<double>();
    }
    double largest = 0;
    if (value.is_structured()) {
        for (const auto& item : value) {
            largest = std::max(largest, largestIn(item));
        }
    }
    return largest;
}

/// Points of a path, with all its keyframes: "v" holds the corners.
double pointsIn(const Json& value) {
    double points = static_cast<double>(listOf(value, "v").size());
    if (value.is_structured()) {
        for (const auto& item : value) {
            points += item.is_structured() ? pointsIn(item) : 0;
        }
    }
    return points;
}

class Cost {
public:
    explicit Cost(const Json& clip) {
        for (const auto& asset : listOf(clip, "assets")) {
            m_assets.emplace(textOf(asset, "id"), &asset);
        }
    }

    double layers(const Json& list) {
        double cost = 0;
        for (const auto& layer : list) {
            const auto reference = textOf(layer, "refId");
            cost += 1 + shapes(listOf(layer, "shapes")) + (reference.empty() ? 0 : asset(reference));
            for (const auto& mask : listOf(layer, "masksProperties")) {
                cost += 1 + pointsIn(mask);
            }
        }
        return cost;
    }

private:
    double asset(const std::string& id) {
        if (const auto known = m_known.find(id); known != m_known.end()) {
            return known->second;
        }
        const auto found = m_assets.find(id);
        if (found == m_assets.end()) {
            return 0;
        }
        if (!m_open.insert(id).second) {
            return kEndless;
        }
        const double cost = layers(listOf(*found->second, "layers"));
        m_open.erase(id);
        return m_known[id] = cost;
    }

    /// A repeater repeats what stands before it in its group.
    double shapes(const Json& list) {
        double cost = 0;
        for (const auto& item : list) {
            const auto kind = textOf(item, "ty");
            if (kind == "rp") {
                const auto* copies = memberOf(item, "c");
                cost *= std::max(1.0, copies ? largestIn(*copies) : 1.0);
            } else {
                cost += 1 + shapes(listOf(item, "it")) + (kind == "sh" ? pointsIn(item) : 0);
            }
        }
        return cost;
    }

    std::map<std::string, const Json*> m_assets;
    std::map<std::string, double> m_known;
    std::set<std::string> m_open;
};

}

double clipCost(const Json& clip) { return Cost(clip).layers(listOf(clip, "layers")); }

}
