// SPDX-License-Identifier: MIT
#pragma once

#include "app/document/preview.h"
#include "core/check/finding.h"

#include <QWidget>

class QLabel;
class QToolButton;

namespace scaena::app {

/// One line that says at once what an edit did that the person may not have meant, with the remedy. It goes
/// with the next edit.
class NoteStrip : public QWidget {
    Q_OBJECT
public:
    NoteStrip(Document& document, Preview& preview, QWidget* parent = nullptr);

    void show(const check::Finding& finding);
    [[nodiscard]] const std::optional<check::Finding>& finding() const { return m_finding; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void compare();
    void clear();
    void mend();

    Document& m_document;
    Preview& m_preview;
    QLabel* m_sentence;
    QToolButton *m_remedy, *m_close;
    std::optional<check::Finding> m_finding;
    /// Of the last committed document, to compare the next one with.
    std::shared_ptr<const schedule::Schedule> m_before;
};

}
