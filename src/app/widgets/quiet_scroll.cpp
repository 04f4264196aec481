// SPDX-License-Identifier: MIT
#include "app/widgets/quiet_scroll.h"

namespace scaena::app {

QScrollArea* makeQuietScroll(QWidget* content, QWidget* parent) {
    auto* scroll = new QScrollArea(parent);
    scroll->setWidget(content);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->viewport()->setAutoFillBackground(false);
    content->setAutoFillBackground(false);
    return scroll;
}

}
