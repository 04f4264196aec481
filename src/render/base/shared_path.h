// SPDX-License-Identifier: MIT
#pragma once

#include <QPainterPath>

namespace scaena::render {

/// Makes a path ready to be painted by several threads at once. QPainterPath works out its bounds and what
/// the painter needs when it is first painted, and keeps it in what all copies share, without a lock: two
/// threads that paint one path for the first time together may read it half made, and nothing is seen, or
/// worse. So whoever shares a path has it painted once before, upon nothing.
void makeShareable(const QPainterPath& path);

}
