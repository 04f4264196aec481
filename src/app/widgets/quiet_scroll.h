// SPDX-License-Identifier: MIT
#pragma once

#include <QScrollArea>

namespace scaena::app {

/// Scrolls what does not fit; nothing of its own is seen but the bar. It takes the content.
[[nodiscard]] QScrollArea* makeQuietScroll(QWidget* content, QWidget* parent);

}
