// SPDX-License-Identifier: MIT
#pragma once

#include "app/shell/main_window.h"

#include <QStringList>
#include <optional>

namespace scaena::app {

/// What the command line asks of the window.
struct StartOptions {
    QString file;       ///< a sequence to open, or something to begin with; may be empty
    QString screenshot; ///< save a picture of the window there and quit; may be empty
    std::optional<double> time;
    QString select; ///< id of what to select; may be empty
    bool night = false;
    std::optional<plan::ExportId> exports; ///< open the Export room with it
    std::optional<int> tab;                ///< of the cards
    bool landscape = false;
    std::optional<schedule::DeviceId> device;
    bool fromIcon = false;
    bool compare = false;     ///< with a screenshot: of the comparison with the last take
    bool commandList = false; ///< with a screenshot: of the list of commands
};

/// Reads them. Tells what is wrong, or asked for (help, version), and ends the program then.
[[nodiscard]] StartOptions readStartOptions(const QStringList& arguments);

/// Brings the window into the state that was asked for; with a screenshot the program ends by itself.
void startWith(MainWindow& window, const StartOptions& options);

}
