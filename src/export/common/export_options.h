// SPDX-License-Identifier: MIT
#pragma once

#include <map>
#include <string>
#include <string_view>
#include <vector>

namespace scaena::exporting {

/// One thing a person can choose about an export, said once: the Export room makes its row of it, the command
/// line its option and its help, and the tests try every one.
struct ExportOption {
    enum class Kind { Text, Flag };
    std::string_view key;   ///< "startup-images": --startup-images
    std::string_view label; ///< in the Export room
    std::string_view about; ///< what it does, as a tooltip and in the help; one sentence without its end
    Kind kind = Kind::Flag;
    std::string_view example = {};  ///< text: what stands there greyed
    std::string_view standard = {}; ///< text: what an empty field means
    bool needsIcon = false;         ///< has no meaning for an opening without an icon
    /// Text: why it cannot be that, as a sentence without its end; empty if it can. Null: anything goes.
    std::string (*whyNot)(const std::string& text) = nullptr;
};

[[nodiscard]] std::string whyNoPackage(const std::string& text);

/// Of exports that name resources or code after the app: empty for a name made of the sequence's.
inline constexpr ExportOption kPackageOption{
    .key = "package",
    .label = "Package of your Android app",
    .about = "Android package of the app's resources and code, for example com.example.huts",
    .kind = ExportOption::Kind::Text,
    .example = "com.example.app",
    .whyNot = whyNoPackage};

/// What was chosen, by key; what is not there has its standard.
class ChosenOptions {
public:
    [[nodiscard]] std::string text(const ExportOption& option) const;
    [[nodiscard]] bool flag(const ExportOption& option) const;
    /// An empty text gives back the standard.
    void set(std::string_view key, std::string text);
    void set(std::string_view key, bool flag) { set(key, std::string(flag ? "yes" : "")); }
    bool operator==(const ChosenOptions&) const = default;

private:
    std::map<std::string, std::string, std::less<>> m_values;
};

/// Every option of every exporter, each once, in the order of the exporters.
[[nodiscard]] const std::vector<ExportOption>& allExportOptions();

}
