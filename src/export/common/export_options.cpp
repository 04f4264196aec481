// SPDX-License-Identifier: MIT
#include "export/common/export_options.h"

#include "export/common/exporter.h"
#include "export/common/names.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena::exporting {

std::string whyNoPackage(const std::string& text) {
    return text.empty() || isPackageName(text)
               ? std::string()
               : fmt::format("“{}” is not a package name such as com.example.app", text);
}

std::string ChosenOptions::text(const ExportOption& option) const {
    const auto found = m_values.find(option.key);
    return std::string(found == m_values.end() ? option.standard : std::string_view(found->second));
}

bool ChosenOptions::flag(const ExportOption& option) const { return !text(option).empty(); }

void ChosenOptions::set(std::string_view key, std::string text) {
    if (text.empty()) {
        m_values.erase(std::string(key));
    } else {
        m_values.insert_or_assign(std::string(key), std::move(text));
    }
}

const std::vector<ExportOption>& allExportOptions() {
    static const auto all = [] {
        std::vector<ExportOption> options;
        for (const auto* exporter : exporters()) {
            for (const auto& option : exporter->options()) {
                const bool isKnown = std::any_of(options.begin(), options.end(),
                                                 [&](const auto& it) { return it.key == option.key; });
                if (!isKnown) {
                    options.push_back(option);
                }
            }
        }
        return options;
    }();
    return all;
}

}
