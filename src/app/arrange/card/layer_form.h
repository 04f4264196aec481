// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/card/layer_where.h"

class QMenu;

namespace scaena::app {

/// A layer's own values: what it is, where it rests, its colours, and what can be done with it.
class LayerForm : public QWidget {
    Q_OBJECT
public:
    LayerForm(ArrangeActions& actions, QWidget* parent);
    void show(const LayerId& layer);
    void takeKeyboard();

private:
    void rebuild(const model::Layer& layer);

    // What it is: layer_what.cpp
    void rebuildWhat(const model::Layer& layer);
    void addTextRows();
    void addShapeRows();
    void addProgressRows();
    void addClipRows();
    void addBackdropRows(const model::BackdropContent& backdrop);
    void addGateRow();

    // Its colours: layer_colours.cpp
    void rebuildColours(const model::Layer& layer);
    void addDrawingColours(const model::ArtContent& drawing);
    void addRecolourRow(const std::string& name);
    void addNoColours(const QString& why);
    void addHeading(const QString& text);
    /// How the lines of a text stand, below its one colour.
    void addLineRows();
    [[nodiscard]] bool hasCurrentColour(const model::ArtContent& drawing) const;

    // What can be done with it: layer_deeds.cpp
    void rebuildButtons(const model::Layer& layer);
    void addFilesMenu();
    void fillFilesMenu(QMenu& menu);
    void fillPictureMenu(QMenu& menu, const model::ImageContent& image);
    void fillPartMenu(QMenu& menu, const model::ArtContent& drawing);
    void replaceFile();
    void addArtworkButtons();
    void addImageButtons();
    void addIconDeed();
    void addBackdropButtons(const model::BackdropContent& backdrop);
    void addTextButtons();
    void deed(const char* name, const QString& text, const QString& tip, std::function<void()> run);
    /// A deed that lets a person choose a file and gives its path to `set`.
    void fileDeed(const char* name, const QString& text, const QString& tip, const QString& filter,
                  std::function<void(model::Layer&, const std::string&)> set, const char* folder);
    void chooseFile(const QString& title, const QString& filter,
                    std::function<void(model::Layer&, const std::string&)> set, const char* folder);

    ArrangeActions& m_actions;
    LayerFields m_fields;
    CardColumn* m_what;
    LayerWhere* m_where;
    CardColumn *m_colours, *m_buttons;
    QString m_shape; ///< of the form: kind and what else decides which rows there are
};

}
