// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/arrange_actions.h"
#include "app/arrange/card/colour_box.h"
#include "app/arrange/file_choice.h"
#include "app/arrange/opening/opening_tile.h"
#include "app/arrange/opening/opening_wall.h"

class QGridLayout;
class QSpinBox;

namespace scaena::app {

/// The card of the opening: what the system shows first, as things to take hold of – canvas, picture behind,
/// icon, plate, footer mark, bars, what else stands in a still picture, the icon's motion –, beside live
/// pictures of it on every system.
class OpeningCard : public QWidget {
    Q_OBJECT
public:
    static constexpr int kHeight = 270; ///< pixels it asks for

    OpeningCard(ArrangeActions& actions, QWidget* parent);
    /// Shows the document as it is now.
    void refresh();
    void takeKeyboard();
    [[nodiscard]] OpeningViews& views() { return m_views; }
    [[nodiscard]] OpeningWall& wall() { return *m_wall; }

    // What the tiles do; also for files that are dropped on them.
    void fitToCircle();
    void useAppIcon();
    void chooseSeveral();
    void useGroundPicture(const QString& path, std::string model::BackdropPicture::*which);
    void useIconFile(const QString& path);
    void useFooterFile(const QString& path);

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    void buildCanvas();
    void buildGround();
    void buildIcon();
    void buildPlate();
    void buildFooter();
    void buildBars();
    void buildStill();
    void buildMotion();

    void fillCanvasMenu();
    void fillGroundMenu();
    void fillLayerBoxes();
    void fillStillMenu();
    void fillMotionMenu();

    void paintTiles(); ///< opening_card_pictures.cpp
    [[nodiscard]] UseFile useAsGround(std::string model::BackdropPicture::*which);
    void chooseGround(std::string model::BackdropPicture::*which, const QString& title);
    void changeGround(const QString& verb, const std::function<void(model::BackdropPicture&)>& change);
    void pickColour(const ColourId& colour, model::Appearance appearance);
    void chooseFooter(const LayerId& layer);
    void apply(const QString& verb, model::Sequence next, const char* mergeKey = "");
    [[nodiscard]] const model::Sequence& sequence() const { return *m_actions.document().sequence(); }
    [[nodiscard]] double visible() const; ///< dp, diameter of the circle for the icon as it is

    ArrangeActions& m_actions;
    OpeningViews m_views;
    OpeningWall* m_wall;
    QGridLayout* m_grid;
    OpeningTile *m_canvas, *m_ground, *m_icon, *m_plate, *m_footer, *m_bars, *m_still, *m_motion;
    ColourBox *m_colour, *m_plateColour;
    QToolButton *m_groundWhat, *m_fit, *m_stillWhat, *m_motionWhat;
    QComboBox *m_iconLayer, *m_footerLayer, *m_barContent;
    QSpinBox *m_iconSize, *m_plateSize;
    bool m_filling = false;
};

}
