// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/arrange_actions.h"
#include "app/arrange/card/card_fields.h"

#include <functional>

namespace scaena::app {

/// Where a value lies in a layer; null if the layer has no such value (any more).
template <class T>
using ValueOf = std::function<T*(model::Layer&)>;

/// The value of that name in the contents of one kind.
template <class Content, class T>
[[nodiscard]] ValueOf<T> in(T Content::*member) {
    return [member](model::Layer& it) -> T* {
        auto* contents = it.as<Content>();
        return contents ? &(contents->*member) : nullptr;
    };
}

/// Rows of the layer card. Each writes one value of the layer, as a step of the history, and reads it back
/// when the document has changed.
class LayerFields : public QObject {
    Q_OBJECT
public:
    using Change = std::function<void(model::Layer&)>;

    LayerFields(ArrangeActions& actions, QWidget* card);

    [[nodiscard]] const model::Layer* layer() const;
    [[nodiscard]] const LayerId& id() const { return m_id; }
    [[nodiscard]] ArrangeActions& actions() const { return m_actions; }
    void setLayer(const LayerId& id) { m_id = id; }
    /// Changes the layer; `verb` has a place for its name. Steps of one key within a gesture become one.
    void apply(const QString& verb, const Change& change, const std::string& mergeKey = {});
    /// Changes the document for the layer's sake. While the card is being filled nothing is changed, and no
    /// next document is made.
    using Edit = std::function<model::Sequence(const model::Sequence&, const LayerId&)>;
    void applyTo(const QString& verb, const Edit& edit, const std::string& mergeKey = {});

    void number(CardColumn* column, const char* name, const QString& label, const QString& unit, double least,
                double most, const ValueOf<double>& value);
    void count(CardColumn* column, const char* name, const QString& label, int least, int most,
               const ValueOf<int>& value);
    /// `set` gets the contents' new time and sees to what depends on it.
    void time(CardColumn* column, const char* name, const QString& label,
              const std::function<Millis(const model::Layer&)>& get,
              const std::function<void(model::Layer&, Millis)>& set);
    void text(CardColumn* column, const char* name, const QString& label, const ValueOf<std::string>& value);
    /// The same for a text of several lines.
    void lines(CardColumn* column, const char* name, const QString& label, const ValueOf<std::string>& value);
    void check(CardColumn* column, const char* name, const QString& label, const ValueOf<bool>& value);
    void colour(CardColumn* column, const char* name, const QString& label, bool allowsNone,
                const ValueOf<model::ColourRef>& value);
    /// One of several words; `then` is run on the layer once another is chosen.
    template <class Word>
    void words(
        CardColumn* column, const char* name, const QString& label, const QStringList& words,
        const ValueOf<Word>& value, const Change& then = [](model::Layer&) {}) {
        choice(
            column, name, label, words,
            [value](model::Layer& it) {
                const auto* word = value(it);
                return word ? static_cast<int>(*word) : 0;
            },
            [value, then](model::Layer& it, int chosen) {
                if (auto* word = value(it)) {
                    *word = static_cast<Word>(chosen);
                    then(it);
                }
            });
    }
    /// Reads something back that is no row of its own.
    void reader(std::function<void(const model::Layer&)> read) { m_readers.push_back(std::move(read)); }

    /// Forgets all rows; their widgets are the columns'.
    void clear();
    /// Fills all rows from the layer.
    void fill(const model::Layer& layer);
    /// Runs `work` without taking what the widgets say for a change.
    void quietly(const std::function<void()>& work);
    /// The first field one can type into; may be null.
    [[nodiscard]] QWidget* first() const { return m_first; }

private:
    /// Writes the value, if the layer has it.
    template <class T>
    void write(const ValueOf<T>& value, const QString& label, const T& v, const std::string& mergeKey = {}) {
        apply(
            label.toLower() + tr(" of %1"),
            [&](model::Layer& it) {
                if (auto* at = value(it)) {
                    *at = v;
                }
            },
            mergeKey);
    }
    void choice(CardColumn* column, const char* name, const QString& label, const QStringList& words,
                const std::function<int(model::Layer&)>& get,
                const std::function<void(model::Layer&, int)>& set);

    ArrangeActions& m_actions;
    QWidget* m_card;
    LayerId m_id;
    bool m_filling = false;
    QWidget* m_first = nullptr;
    std::vector<std::function<void(const model::Layer&)>> m_readers;
};

}
