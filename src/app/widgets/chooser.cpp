// SPDX-License-Identifier: MIT
#include "app/widgets/chooser.h"

#include "app/widgets/theme.h"

#include <QKeyEvent>
#include <QLineEdit>
#include <QListWidget>
#include <QPainter>
#include <QStyledItemDelegate>
#include <QVBoxLayout>
#include <algorithm>

namespace scaena::app {

namespace {

constexpr int kRow = 26;

/// The text at the left, the remark quiet at the right.
class ChoiceDelegate : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override { return {320, kRow}; }
    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override {
        const auto& t = theme();
        if (option.state & QStyle::State_Selected) {
            painter->fillRect(option.rect, t.tint);
        }
        const bool enabled = index.flags() & Qt::ItemIsEnabled;
        const QRect box = option.rect.adjusted(10, 0, -10, 0);
        painter->setFont(uiFont(13));
        painter->setPen(enabled ? t.ink : t.faint);
        painter->drawText(box, Qt::AlignVCenter | Qt::AlignLeft, index.data(Qt::DisplayRole).toString());
        painter->setFont(uiFont(11));
        painter->setPen(t.faint);
        painter->drawText(box, Qt::AlignVCenter | Qt::AlignRight, index.data(Qt::UserRole + 1).toString());
    }
};

}

int fitness(const QString& text, const QString& typed) {
    const QString where = text.toLower();
    int sum = 0;
    for (const auto& word : typed.toLower().split(QLatin1Char(' '), Qt::SkipEmptyParts)) {
        const auto at = where.indexOf(word);
        if (at == 0) {
            sum += 100;
        } else if (at > 0) {
            sum += where[at - 1].isLetterOrNumber() ? 30 : 60;
        } else {
            // Letters in order, as "prt" for "push through".
            qsizetype from = 0;
            for (const auto letter : word) {
                from = where.indexOf(letter, from) + 1;
                if (from == 0) {
                    return -1;
                }
            }
            sum += 5;
        }
    }
    return sum;
}

Chooser::Chooser(const QString& prompt, std::vector<Choice> choices, QWidget* parent)
    : QDialog(parent, Qt::Dialog | Qt::FramelessWindowHint), m_choices(std::move(choices)),
      m_field(new QLineEdit(this)), m_list(new QListWidget(this)) {
    setObjectName(QStringLiteral("chooser"));
    setModal(true);
    setStyleSheet(
        QStringLiteral("QDialog { background: %1; border: 1px solid %2; } QListWidget { border: none; }")
            .arg(theme().page.name(), theme().faint.name()));
    m_field->setPlaceholderText(prompt);
    m_field->setAccessibleName(prompt);
    m_field->setFont(uiFont(15));
    m_field->setMinimumHeight(32);
    m_list->setItemDelegate(new ChoiceDelegate(m_list));
    m_list->setFocusPolicy(Qt::NoFocus);
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(10, 8, 10, 10);
    column->setSpacing(6);
    column->addWidget(m_field);
    column->addWidget(m_list);
    m_field->installEventFilter(this);
    connect(m_field, &QLineEdit::textChanged, this, &Chooser::filter);
    connect(m_list, &QListWidget::itemClicked, this, [this] { take(); });
    filter({});
    resize(460, std::min(420, 64 + kRow * std::max(4, int(m_choices.size()))));
    m_field->setFocus();
}

int Chooser::choose(QWidget* parent, const QString& prompt, std::vector<Choice> choices, const QPoint& at) {
    Chooser chooser(prompt, std::move(choices), parent);
    const QWidget* window = parent->window();
    QPoint place =
        at.isNull() ? window->mapToGlobal(QPoint((window->width() - chooser.width()) / 2, 90)) : at;
    const QPoint corner = window->mapToGlobal(
        QPoint(window->width() - chooser.width() - 8, window->height() - chooser.height() - 8));
    place.setX(std::min(place.x(), corner.x()));
    place.setY(std::min(place.y(), corner.y()));
    chooser.move(place);
    return chooser.exec() == QDialog::Accepted ? chooser.chosen() : -1;
}

void Chooser::filter(const QString& text) {
    std::vector<std::pair<int, int>> order; // fitness, index
    for (int i = 0; i < static_cast<int>(m_choices.size()); ++i) {
        const auto& choice = m_choices[static_cast<std::size_t>(i)];
        const int byName = fitness(choice.text, text);
        const int fits = byName >= 0                                                            ? byName + 1
                         : fitness(choice.about + QLatin1Char(' ') + choice.remark, text) >= 30 ? 0
                                                                                                : -1;
        if (fits >= 0) {
            order.emplace_back(-fits, i);
        }
    }
    if (!text.isEmpty()) {
        std::stable_sort(order.begin(), order.end(),
                         [](const auto& a, const auto& b) { return a.first < b.first; });
    }
    m_list->clear();
    for (const auto& [fits, index] : order) {
        const auto& choice = m_choices[static_cast<std::size_t>(index)];
        auto* item = new QListWidgetItem(choice.text, m_list);
        item->setData(Qt::UserRole, index);
        item->setData(Qt::UserRole + 1, choice.remark);
        item->setToolTip(choice.about);
        if (!choice.enabled) {
            item->setFlags(item->flags() & ~Qt::ItemIsEnabled);
        }
    }
    if (m_list->count() == 0) {
        auto* none = new QListWidgetItem(tr("Nothing fits. Fewer letters find more."), m_list);
        none->setFlags(Qt::NoItemFlags);
        none->setData(Qt::UserRole, -1);
    }
    m_list->setCurrentRow(0);
}

void Chooser::take() {
    const auto* item = m_list->currentItem();
    if (item && (item->flags() & Qt::ItemIsEnabled) && item->data(Qt::UserRole).toInt() >= 0) {
        m_chosen = item->data(Qt::UserRole).toInt();
        accept();
    }
}

bool Chooser::eventFilter(QObject* watched, QEvent* event) {
    if (watched == m_field && event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        if (key == Qt::Key_Down || key == Qt::Key_Up) {
            const int count = m_list->count();
            m_list->setCurrentRow((m_list->currentRow() + (key == Qt::Key_Down ? 1 : count - 1)) % count);
            return true;
        }
        if (key == Qt::Key_Return || key == Qt::Key_Enter) {
            take();
            return true;
        }
    }
    return QDialog::eventFilter(watched, event);
}

}
