// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/arrange_actions.h"
#include "app/arrange/card/card_fields.h"
#include "app/arrange/card/colour_box.h"

#include <QCheckBox>
#include <QLineEdit>
#include <functional>

namespace scaena::app {

/// A layer's own values: what it is, where it rests, its colours, and what can be done with it.
class LayerForm : public QWidget {
    Q_OBJECT
public:
    LayerForm(ArrangeActions& actions, QWidget* parent);
    void show(const Id& layer);
    void takeKeyboard();

private:
    using Change = std::function<void(model::Layer&)>;
    using Read = std::function<void(const model::Layer&)>;

    void buildWhere();
    void rebuild(const model::Layer& layer);
    void rebuildWhat(const model::Layer& layer);
    void rebuildColours(const model::Layer& layer);
    void rebuildDeeds(const model::Layer& layer);
    void addGateRow();
    [[nodiscard]] bool hasCurrentColour(const model::Layer& layer) const;
    void addRecolourRows(const model::Layer& layer);
    void refresh(const model::Layer& layer);
    void apply(const QString& verb, const Change& change, const char* mergeKey = "");
    [[nodiscard]] const model::Layer* layer() const;
    [[nodiscard]] bool landscape() const;
    [[nodiscard]] model::Place& place(model::Layer& layer) const;

    // Rows that write one value and read it back in refresh().
    void numberOf(CardColumn* column, const char* name, const QString& label, const QString& unit,
                  double least, double most, std::function<double&(model::Layer&)> value);
    void timeOf(CardColumn* column, const char* name, const QString& label,
                std::function<Millis&(model::Layer&)> value);
    void words(CardColumn* column, const char* name, const QString& label, const QStringList& words,
               std::function<int(const model::Layer&)> get, std::function<void(model::Layer&, int)> set);
    void text(CardColumn* column, const char* name, const QString& label,
              std::function<std::string&(model::Layer&)> value);
    void check(CardColumn* column, const char* name, const QString& label,
               std::function<bool&(model::Layer&)> value);
    void colour(CardColumn* column, const char* name, const QString& label, bool allowsNone,
                std::function<model::ColourRef&(model::Layer&)> value);
    void deed(const char* name, const QString& text, const QString& tip, std::function<void()> run);
    void chooseFile(const QString& title, const QString& filter,
                    std::function<void(model::Layer&, const std::string&)> set, const char* folder);

    ArrangeActions& m_actions;
    Id m_id;
    bool m_filling = false;
    CardColumn *m_what, *m_where, *m_colours, *m_deeds;
    QDoubleSpinBox *m_x, *m_y, *m_width, *m_height, *m_turn;
    QComboBox *m_which, *m_anchor;
    QCheckBox *m_safe, *m_landscape;
    QWidget* m_first = nullptr;
    std::vector<Read> m_readers;
    QString m_shape; ///< of the form: kind and what else decides which rows there are
};

}
