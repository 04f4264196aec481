// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/stage/stage_tool.h"
#include "app/document/selection.h"
#include "core/schedule/frame.h"
#include "render/art/art_pictures.h"
#include "render/frames/home_screen.h"
#include "render/frames/icon_image.h"

#include <QImage>
#include <QPixmap>
#include <QWidget>
#include <tuple>

namespace scaena::app {

/// The device, as large as fits, showing exactly the needle's moment. A click selects the cue of the layer
/// beneath it that runs at that moment, or the layer; the selected layer has handles.
class StageView : public QWidget {
    Q_OBJECT
public:
    StageView(Document& document, Preview& preview, Selection& selection, QWidget* parent = nullptr);
    ~StageView() override;
    QSize sizeHint() const override { return {320, 560}; }
    QSize minimumSizeHint() const override { return {160, 240}; }

    [[nodiscard]] PoseScope scope() const { return m_scope; }
    void setScope(PoseScope scope);
    [[nodiscard]] bool showsGhosts() const { return m_ghosts; }
    void setShowsGhosts(bool shows);
    /// The selected layer, or that of the selected cue; empty if there is none.
    [[nodiscard]] LayerId selectedLayer() const;

    /// How long the last painting took, in ms, for the benchmark and the tests.
    [[nodiscard]] double lastPaintMillis() const { return m_lastPaint; }
    /// Where a handle of the selected layer is, in pixels of the widget; for tests.
    [[nodiscard]] QPointF handleAt(Handle handle) const;
    [[nodiscard]] QPointF toPixel(QPointF dp) const;
    [[nodiscard]] QPointF toDp(QPointF pixel) const;

signals:
    void scopeChanged();
    void wantsMenu(const QPoint& globalPos);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    bool event(QEvent* event) override;

private:
    [[nodiscard]] QRectF screenRect() const;
    [[nodiscard]] double pixelsPerDp() const;
    [[nodiscard]] std::optional<StageHandles> handles() const;
    void hideHidden();
    void selectAt(QPointF dp, bool adds);
    /// The opening is selected and the needle in it: what the system shows is held there.
    [[nodiscard]] bool holdsOpening() const;
    [[nodiscard]] Handle holdInOpening(QPointF dp);
    void paintMarks(QPainter& painter, double scale);
    void paintHome(QPainter& painter, const QRectF& screen, double corner, double scale);
    /// The device around the screen, with its shadow; painted anew only when its size or the looks change.
    const QPixmap& deviceBody(const QRectF& screen, double corner);
    void paintScreen(QSizeF size, double corner, double scale);
    const render::HomeApp& homeApp(double scale);

    Document& m_document;
    Preview& m_preview;
    Selection& m_selection;
    schedule::Frame m_frame;
    double m_lastPaint = 0;
    QImage m_screen;
    render::ArtPictures m_pictures; ///< of art that is slow to paint
    render::HomeApp m_home;
    std::tuple<std::shared_ptr<const model::Sequence>, std::shared_ptr<const project::ArtFiles>,
               render::IconLook, model::Appearance, int>
        m_homeKey;
    QPixmap m_body;
    QString m_bodyKey;
    PoseScope m_scope = PoseScope::Rest;
    bool m_ghosts = true;
    LayerId m_held; ///< in the opening; empty: the icon
    std::unique_ptr<StageTool> m_tool;
    QPointF m_pointer; ///< dp
};

}
