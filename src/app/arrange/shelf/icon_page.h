// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/arrange_actions.h"
#include "app/arrange/card/colour_box.h"
#include "render/frames/icon_image.h"

#include <QTimer>
#include <array>

class QLabel;
class QSpinBox;

namespace scaena::app {

/// The app's icon as every kind of home screen cuts it, by day and by night.
class IconPreviews : public QWidget {
    Q_OBJECT
public:
    explicit IconPreviews(QWidget* parent);
    void show(const model::Sequence& sequence, const project::ArtFiles& shelf);
    [[nodiscard]] const QImage& picture(render::IconLook look, model::Appearance appearance) const;
    QSize minimumSizeHint() const override { return {420, 150}; }

protected:
    void paintEvent(QPaintEvent* event) override;
    bool event(QEvent* event) override;

private:
    [[nodiscard]] double columnWidth() const;
    std::array<std::array<QImage, 2>, render::kIconLooks> m_pictures;
};

/// The app's icon, made of the sequence's own art: of which layer, on which colour, how large. Every export
/// writes it in all forms its platform asks for.
class IconPage : public QWidget {
    Q_OBJECT
public:
    IconPage(ArrangeActions& actions, QWidget* parent);

protected:
    void showEvent(QShowEvent* event) override;

private:
    void change(const QString& verb, const std::function<void(model::AppIcon&)>& change,
                const char* mergeKey = "");
    void update();

    ArrangeActions& m_actions;
    QComboBox* m_layer;
    ColourBox* m_colour;
    QSpinBox* m_size;
    QLabel* m_note;
    IconPreviews* m_previews;
    QTimer m_later;
    bool m_filling = false;
};

}
