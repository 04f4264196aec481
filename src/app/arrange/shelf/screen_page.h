// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/arrange_actions.h"
#include "app/arrange/card/colour_box.h"

class QGridLayout;
class QLabel;
class QToolButton;

namespace scaena::app {

/// The designer of the hand-off: the first screen from screenshots or wireframe blocks, and the way to it.
class ScreenPage : public QWidget {
    Q_OBJECT
public:
    ScreenPage(ArrangeActions& actions, QWidget* parent);

    /// A screenshot of the app's first screen, by day or by night; read in the background.
    void setScreenshot(const QString& path, model::Appearance appearance);
    void addBlock(model::BlockKind kind);

protected:
    void showEvent(QShowEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    [[nodiscard]] const model::Layer* screen() const;
    void change(const QString& verb, const std::function<void(model::FirstScreenContent&)>& change,
                const char* mergeKey = "");
    void update();
    void addBlockRow(int index, const model::Block& block);
    void chooseScreenshot(model::Appearance appearance);

    ArrangeActions& m_actions;
    QWidget* m_rows;
    QGridLayout* m_grid;
    QLabel* m_pictures;
    QToolButton* m_noPictures;
    ColourBox* m_background;
    bool m_filling = false;
    std::vector<model::Block> m_shown;
    bool m_wasShown = false;
};

}
