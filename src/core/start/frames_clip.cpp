// SPDX-License-Identifier: MIT
#include "core/start/frames_clip.h"

#include "core/base/base64.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::start {

namespace {
constexpr int kRate = 100; // frames a second of the composition
}

std::string clipOfFrames(const std::vector<PictureFrame>& frames, Size pixels) {
    std::string assets;
    std::string layers;
    long long at = 0;
    const auto width = std::lround(pixels.width), height = std::lround(pixels.height);
    for (std::size_t i = 0; i < frames.size(); ++i) {
        const long long length = std::max(1LL, std::llround(frames[i].length * kRate / 1000.0));
        assets += fmt::format(R"({}{{"id":"f{}","w":{},"h":{},"u":"","e":1,"p":"data:image/png;base64,{}"}})",
                              i > 0 ? "," : "", i, width, height, base64(frames[i].png));
        layers += fmt::format(
            R"({}{{"ty":2,"ind":{},"refId":"f{}","ip":{},"op":{},"st":0,"sr":1,"ks":{{"o":{{"a":0,"k":100}},"r":{{"a":0,"k":0}},"p":{{"a":0,"k":[{},{},0]}},"a":{{"a":0,"k":[{},{},0]}},"s":{{"a":0,"k":[100,100,100]}}}}}})",
            i > 0 ? "," : "", i + 1, i, at, at + length, pixels.width / 2, pixels.height / 2,
            pixels.width / 2, pixels.height / 2);
        at += length;
    }
    return fmt::format(R"({{"v":"5.7.0","fr":{},"ip":0,"op":{},"w":{},"h":{},"assets":[{}],"layers":[{}]}})",
                       kRate, at, width, height, assets, layers);
}

}
