// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/arrange_actions.h"

namespace scaena::app {

/// What to do with a file once it was read and is kept for the sequence: `path` is how it is named there.
using UseFile = std::function<void(const start::DroppedFile& file, const std::string& path)>;

/// Reads a file in the background; one that cannot be used says why. `folder`: where pictures are kept.
void readFile(ArrangeActions& actions, const QString& source, const char* folder, UseFile then);
/// The same of one that a person chooses.
void chooseFile(ArrangeActions& actions, QWidget* parent, const QString& title, const QString& filter,
                const char* folder, UseFile then);

[[nodiscard]] QString pictureFilter();

}
