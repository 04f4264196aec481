// SPDX-License-Identifier: MIT
#pragma once

#include "core/study/study.h"

#include <algorithm>
#include <atomic>

namespace scaena::test {

/// Stands in for painting where only the core is tested, and counts what it is asked.
class FakeOutliner : public art::TextOutliner {
public:
    art::Path outline(const model::TextContent&, const std::string*) const override { return {}; }
    /// Knows letters, digits and blanks alone.
    std::vector<std::string> missing(const model::TextContent& text, const std::string*) const override {
        ++asked;
        const bool plain = std::all_of(text.text.begin(), text.text.end(),
                                       [](unsigned char c) { return std::isalnum(c) || c == ' '; });
        return plain ? std::vector<std::string>() : std::vector<std::string>{"☂"};
    }
    mutable std::atomic<int> asked = 0;
};

class FakeReader : public art::PictureReader {
public:
    std::shared_ptr<const std::string>
    exported(const std::shared_ptr<const std::string>& bytes) const override {
        ++asked;
        return *bytes == "broken"   ? nullptr
               : *bytes == "turned" ? std::make_shared<const std::string>("upright")
                                    : bytes;
    }
    mutable std::atomic<int> asked = 0;
};

struct FakeInstruments {
    FakeOutliner outliner;
    FakeReader reader;
    study::Instruments all{outliner, reader};
};

inline study::StudyPtr studyOf(const FakeInstruments& fakes, const model::Sequence& sequence,
                               project::ArtFiles art = {}) {
    return std::make_shared<const study::Study>(std::make_shared<const model::Sequence>(sequence),
                                                std::make_shared<const project::ArtFiles>(std::move(art)),
                                                fakes.all);
}

/// The study after an edit.
inline study::StudyPtr after(const study::StudyPtr& before, const model::Sequence& sequence) {
    return std::make_shared<const study::Study>(std::make_shared<const model::Sequence>(sequence),
                                                before->artFiles(), *before,
                                                edit::compare(before->sequence(), sequence));
}

}
