// SPDX-License-Identifier: MIT
#pragma once

#include "app/document/preview.h"

#include <QWidget>
#include <functional>

class QToolButton;

namespace scaena::app {

/// The conditions as a sentence: "On a tall phone with Android 12+, by day, from a cold start …". Each
/// underlined word opens a short list, turns with the wheel and with the arrow keys.
class ConditionsSentence : public QWidget {
    Q_OBJECT
public:
    explicit ConditionsSentence(Preview& preview, QWidget* parent = nullptr);

    /// Turns the word of that name ("device", "target", "appearance", "start", "loading", "motion", "held")
    /// by so many.
    void turn(const QString& word, int by);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    /// One word of the sentence that can be chosen.
    struct Word {
        QString key, tip;
        QStringList choices;
        std::function<int()> get;
        std::function<void(schedule::Conditions&, int)> set;
        QToolButton* button = nullptr;
    };
    void addText(const QString& text);
    void addWord(Word word);
    void choose(std::size_t index, int choice);
    void update();

    Preview& m_preview;
    std::vector<Word> m_words;
};

}
