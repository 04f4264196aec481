// SPDX-License-Identifier: MIT
#pragma once

#include "core/start/started.h"

namespace scaena::render {

/// Pictures by Qt's readers, PDF by poppler's pdftocairo. May be used from any thread.
class QtDecoder : public start::Decoder {
public:
    Result<start::PictureInfo> picture(const std::string& bytes, const std::string& name) const override;
    Result<std::string> png(const std::string& bytes, const std::string& name) const override;
    Result<std::vector<start::PictureFrame>> frames(const std::string& bytes,
                                                    const std::string& name) const override;
    Result<std::string> pdfToSvg(const std::string& bytes, const std::string& name) const override;
};

}
