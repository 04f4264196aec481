// SPDX-License-Identifier: MIT
#pragma once

#include <QImage>
#include <functional>
#include <string>

namespace scaena::render {

/// Gives the frames of a PNG that moves (acTL, fcTL and fdAT of PNG's third edition), each as it stands on the
/// whole canvas with the milliseconds it is shown, until `take` says no. Nothing for one that stands still.
/// False where it is broken; what came before it is given all the same.
bool eachFrameOfPng(const std::string& bytes, const std::function<bool(const QImage&, int)>& take);

}
