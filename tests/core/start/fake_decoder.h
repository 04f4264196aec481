// SPDX-License-Identifier: MIT
#pragma once

#include "core/start/started.h"

namespace scaena::test {

/// Pictures of a made-up format "PNG:WIDTHxHEIGHT"; PDFs become one red square.
class FakeDecoder : public start::Decoder {
public:
    Result<start::PictureInfo> picture(const std::string& bytes, const std::string& name) const override {
        const auto at = bytes.find(':');
        const auto cross = bytes.find('x', at);
        if (at == std::string::npos || cross == std::string::npos) {
            return failure(ProblemKind::Unreadable, "is a broken picture", name);
        }
        return start::PictureInfo{{std::stod(bytes.substr(at + 1)), std::stod(bytes.substr(cross + 1))},
                                  {{200, 30, 30, 255}}};
    }
    Result<std::string> png(const std::string& bytes, const std::string&) const override { return bytes; }
    /// "…frames:3": so many, of 40 ms each.
    Result<std::vector<start::PictureFrame>> frames(const std::string& bytes,
                                                    const std::string&) const override {
        const auto at = bytes.find("frames:");
        const int count = at == std::string::npos ? 1 : std::stoi(bytes.substr(at + 7));
        return std::vector<start::PictureFrame>(static_cast<std::size_t>(count), {bytes, 40});
    }
    Result<std::string> pdfToSvg(const std::string&, const std::string&) const override {
        return std::string("<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 10 10'><rect width='9' "
                           "height='9' fill='#f00'/></svg>");
    }
};

}
