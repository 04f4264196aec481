// SPDX-License-Identifier: MIT
#pragma once

#include "core/start/app_project.h"

#include <initializer_list>

/// What each kind of app project tells of its launch, and what they share while they are looked through.
namespace scaena::start {

/// Below the root, relative to it.
using ProjectFiles = std::vector<std::filesystem::path>;

inline constexpr std::size_t kMostColours = 24;

[[nodiscard]] std::optional<ProjectFindings> androidProject(const FileAccess& files,
                                                            const std::filesystem::path& root,
                                                            const ProjectFiles& list,
                                                            const std::atomic<bool>& stop);
[[nodiscard]] std::optional<ProjectFindings> appleProject(const FileAccess& files,
                                                          const std::filesystem::path& root,
                                                          const ProjectFiles& list,
                                                          const std::atomic<bool>& stop);
[[nodiscard]] std::optional<ProjectFindings>
webProject(const FileAccess& files, const std::filesystem::path& root, const ProjectFiles& list);

/// Whether the name holds one of the words, in whatever case.
[[nodiscard]] bool mentions(const std::string& name, std::initializer_list<const char*> words);
[[nodiscard]] bool isPicture(const std::filesystem::path& path);

}
