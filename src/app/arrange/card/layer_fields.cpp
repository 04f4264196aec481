// SPDX-License-Identifier: MIT
#include "app/arrange/card/layer_fields.h"

#include "app/arrange/card/colour_box.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/edit/layer_edits.h"
#include "core/model/limits.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QSignalBlocker>
#include <algorithm>

namespace scaena::app {

using model::Layer;

namespace {

template <class Box>
Box* compact(Box* box, const char* name, int height) {
    box->setObjectName(QString::fromLatin1(name));
    box->setFont(uiFont(12));
    box->setFixedHeight(height);
    return box;
}

constexpr int kTwoLines = 40; ///< height of a field of several lines, which shows two

std::string keyOf(const char* name) { return std::string(name) + " "; }

}

LayerFields::LayerFields(ArrangeActions& actions, QWidget* card)
    : QObject(card), m_actions(actions), m_card(card) {}

const Layer* LayerFields::layer() const {
    return model::findThing(m_actions.document().sequence()->layers, m_id);
}

void LayerFields::apply(const QString& verb, const Change& change, const std::string& mergeKey) {
    applyTo(
        verb,
        [&](const model::Sequence& now, const LayerId& id) { return edit::changeLayer(now, id, change); },
        mergeKey);
}

void LayerFields::applyTo(const QString& verb, const Edit& edit, const std::string& mergeKey) {
    const auto* it = layer();
    if (!m_filling && it) {
        m_actions.document().apply(verb.arg(toQString(it->name)),
                                   edit(*m_actions.document().sequence(), m_id),
                                   mergeKey.empty() ? mergeKey : mergeKey + m_id);
    }
}

void LayerFields::number(CardColumn* column, const char* name, const QString& label, const QString& unit,
                         double least, double most, const ValueOf<double>& value) {
    auto* box = makeNumberBox(QString::fromLatin1(name), least, most, unit, m_card);
    column->addRow(label, box);
    m_first = m_first ? m_first : box;
    connect(box, &QDoubleSpinBox::valueChanged, this,
            [this, value, key = keyOf(name), label](double v) { write(value, label, v, key); });
    reader([box, value](Layer it) {
        if (const auto* number = value(it)) {
            box->setValue(*number);
        }
    });
}

void LayerFields::count(CardColumn* column, const char* name, const QString& label, int least, int most,
                        const ValueOf<int>& value) {
    auto* box = makeCountBox(QString::fromLatin1(name), least, most, QString(), m_card);
    column->addRow(label, box);
    connect(box, &QSpinBox::valueChanged, this,
            [this, value, key = keyOf(name), label](int v) { write(value, label, v, key); });
    reader([box, value](Layer it) {
        if (const auto* number = value(it)) {
            box->setValue(*number);
        }
    });
}

void LayerFields::time(CardColumn* column, const char* name, const QString& label,
                       const std::function<Millis(const Layer&)>& get,
                       const std::function<void(Layer&, Millis)>& set) {
    auto* box = makeTimeBox(QString::fromLatin1(name), 0, model::limits::kLongest, m_card);
    column->addRow(label, box);
    connect(box, &QSpinBox::valueChanged, this, [this, set, key = keyOf(name), label](int v) {
        apply(
            label.toLower() + tr(" of %1"), [&](Layer& it) { set(it, v); }, key);
    });
    reader([box, get](const Layer& it) { box->setValue(get(it)); });
}

void LayerFields::choice(CardColumn* column, const char* name, const QString& label, const QStringList& words,
                         const std::function<int(Layer&)>& get, const std::function<void(Layer&, int)>& set) {
    auto* box = compact(new QComboBox(m_card), name, 22);
    box->addItems(words);
    column->addRow(label, box);
    connect(box, &QComboBox::activated, this, [this, set, label](int v) {
        apply(label.toLower() + tr(" of %1"), [&](Layer& it) { set(it, v); });
    });
    reader([box, get](Layer it) { box->setCurrentIndex(get(it)); });
}

void LayerFields::text(CardColumn* column, const char* name, const QString& label,
                       const ValueOf<std::string>& value) {
    auto* box = compact(new QLineEdit(m_card), name, 22);
    column->addRow(label, box);
    m_first = m_first ? m_first : box;
    connect(box, &QLineEdit::textEdited, this, [this, value, key = keyOf(name), label](const QString& v) {
        write(value, label, v.toStdString().substr(0, model::limits::kNameLength), key);
    });
    reader([box, value](Layer it) {
        const auto* text = value(it);
        if (text && box->text() != toQString(*text)) {
            box->setText(toQString(*text));
        }
    });
}

void LayerFields::lines(CardColumn* column, const char* name, const QString& label,
                        const ValueOf<std::string>& value) {
    auto* box = compact(new QPlainTextEdit(m_card), name, kTwoLines);
    box->setTabChangesFocus(true);
    box->setFrameShape(QFrame::NoFrame);
    box->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    box->setLineWrapMode(QPlainTextEdit::NoWrap);
    box->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    box->document()->setDocumentMargin(2);
    column->addRow(label, box);
    connect(box, &QPlainTextEdit::textChanged, this, [this, box, value, key = keyOf(name), label] {
        auto text = box->toPlainText();
        while (text.toUtf8().size() > qsizetype(model::limits::kTextLength)) {
            text.chop(1);
        }
        write(value, label, text.toStdString(), key);
    });
    reader([box, value](Layer it) {
        const auto* text = value(it);
        if (text && box->toPlainText() != toQString(*text)) {
            const QSignalBlocker quiet(box);
            const int at = box->textCursor().position();
            const bool atEnd = box->textCursor().atEnd();
            box->setPlainText(toQString(*text));
            auto cursor = box->textCursor(); // typing goes on where it was, also after undo
            const int end = box->document()->characterCount() - 1;
            cursor.setPosition(atEnd ? end : std::min(at, end));
            box->setTextCursor(cursor);
        }
    });
}

void LayerFields::check(CardColumn* column, const char* name, const QString& label,
                        const ValueOf<bool>& value) {
    auto* box = compact(new QCheckBox(label, m_card), name, 20);
    column->addWide(box);
    connect(box, &QCheckBox::clicked, this, [this, value, label](bool v) { write(value, label, v); });
    reader([box, value](Layer it) {
        const auto* checked = value(it);
        box->setChecked(checked && *checked);
    });
}

void LayerFields::colour(CardColumn* column, const char* name, const QString& label, bool allowsNone,
                         const ValueOf<model::ColourRef>& value) {
    auto* box = new ColourBox(QString::fromLatin1(name), allowsNone ? tr("none") : QString(), m_card);
    column->addRow(label, box);
    connect(box, &ColourBox::chosen, this,
            [this, value, label](const ColourId& id) { write(value, label, id); });
    reader([this, box, value](Layer it) {
        if (const auto* ref = value(it)) {
            box->show(m_actions.document().sequence()->palette, *ref);
        }
    });
}

void LayerFields::clear() {
    m_readers.clear();
    m_first = nullptr;
}

void LayerFields::fill(const Layer& layer) {
    quietly([&] {
        for (const auto& read : m_readers) {
            read(layer);
        }
    });
}

void LayerFields::quietly(const std::function<void()>& work) {
    const bool before = m_filling;
    m_filling = true;
    work();
    m_filling = before;
}

}
