// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"

#include <QBrush>
#include <QImage>
#include <QPainterPath>
#include <QTransform>
#include <memory>
#include <optional>

class QPainter;

namespace scaena::render {

/// One thing to fill. Strokes have been turned into outlines to fill, since QPainter strokes small paths
/// lumpily under a scaling transform, and since they then cost nothing extra for each frame.
struct FillStep {
    QPainterPath path;
    QBrush brush;
    bool isStroke = false;
    QPainterPath centreLine; ///< of a stroke, for drawing it by and by
    double strokeWidth = 0;
    double opacity = 1;
};

/// A picture within art, and its halves: each half as fine as the one before.
struct PictureStep {
    std::vector<QImage> halves;
    QRectF box;
    QTransform map; ///< from the picture's coordinates to the art's
};

struct PreparedGroup;
using PreparedNode = std::variant<FillStep, std::unique_ptr<PreparedGroup>, PictureStep>;

struct PreparedGroup {
    double opacity = 1;
    std::vector<QPainterPath> clips;
    std::vector<PreparedNode> children;
};

/// How far an outline is drawn.
struct DrawState {
    double drawn = 1;
    double fillFrom = 0.6;
};

/// Art made ready for painting: paths, brushes and outlines in the art's coordinates. Immutable and
/// shareable.
class PreparedArt {
public:
    /// `unitsPerDp` scales the fineness of stroke outlines: art units a dp at the layer's size.
    PreparedArt(const art::Art& art, Colour currentColour, double unitsPerDp);
    /// Plain outlines of one colour (text).
    PreparedArt(const QPainterPath& outline, const QColor& colour, double unitsPerDp);

    ~PreparedArt();
    PreparedArt(const PreparedArt&) = delete;
    PreparedArt& operator=(const PreparedArt&) = delete;

    [[nodiscard]] QRectF viewBox() const { return m_viewBox; }
    /// Whether painting it half transparent as a whole needs a picture of its own.
    [[nodiscard]] bool needsGroup() const { return m_steps > 1; }
    /// Whether parts of it are pictures, kept in several sizes.
    [[nodiscard]] bool hasPictures() const { return m_hasPictures; }
    /// Parts of outlines it is painted with: what painting costs grows with them.
    [[nodiscard]] std::size_t weight() const { return m_weight; }
    /// Whether some of the art lies outside of its viewBox.
    [[nodiscard]] bool reachesOver() const { return m_reachesOver; }
    void paint(QPainter& painter, const DrawState& draw) const;

private:
    PreparedGroup m_root;
    QRectF m_viewBox;
    double m_hairline = 1; ///< width of the outline by which a shape without stroke is drawn
    int m_steps = 0;
    std::size_t m_weight = 0;
    bool m_hasPictures = false;
    bool m_reachesOver = false;
    std::unique_ptr<class DrawnOutlines> m_outlines; ///< a cache; safe to share
};

/// One prepared art for all that look the same: made from the same art, by the same colour and fineness.
[[nodiscard]] std::shared_ptr<const PreparedArt> sharedPreparedArt(const art::ArtPtr& art,
                                                                   Colour currentColour, double unitsPerDp);

/// The first part (0..1) of each contour of a path, by length.
[[nodiscard]] QPainterPath trimmedPath(const QPainterPath& path, double part);

}
