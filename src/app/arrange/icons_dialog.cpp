// SPDX-License-Identifier: MIT
#include "app/arrange/icons_dialog.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/art/read_svg.h"
#include "core/model/limits.h"
#include "render/frames/still.h"

#include <QDialogButtonBox>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QStandardPaths>
#include <QVBoxLayout>
#include <algorithm>

namespace scaena::app {

namespace {

constexpr int kMostShown = 200; // more than anybody looks through; words make them fewer
constexpr int kSide = 48;
constexpr std::size_t kAtOnce = 24; // pictures that come together

/// What the icon looks like; null where its file cannot be drawn.
QImage pictureOf(const start::ThemeIcon& icon, Colour ink) {
    const auto bytes = DiskFiles().read(icon.file, model::limits::kArtBytes);
    auto art = bytes ? art::readSvg(*bytes, icon.file.string()) : tl::unexpected(Problems{});
    if (!art) {
        return {};
    }
    const auto png = render::QtRasteriser().png(std::make_shared<const art::Art>(std::move(*art)), 2 * kSide,
                                                2 * kSide, ink);
    return QImage::fromData(QByteArray::fromStdString(png));
}

}

IconsDialog::IconsDialog(std::vector<std::filesystem::path> bases, std::filesystem::path docs,
                         QWidget* parent)
    : QDialog(parent), m_bases(std::move(bases)), m_docs(std::move(docs)), m_words(new QLineEdit(this)),
      m_list(new QListWidget(this)), m_count(new QLabel(this)), m_about(new QLabel(this)) {
    setObjectName(QStringLiteral("iconsDialog"));
    setWindowTitle(tr("Icons of this computer"));
    m_words->setObjectName(QStringLiteral("iconWords"));
    m_words->setPlaceholderText(tr("A word of its name: sun, cloud, home …"));
    m_words->setAccessibleName(tr("Words of the icon's name"));
    m_words->setFont(uiFont(13));
    QPixmap none(kSide, kSide);
    none.fill(Qt::transparent);
    m_none = QIcon(none);
    m_list->setObjectName(QStringLiteral("iconList"));
    m_list->setViewMode(QListView::IconMode);
    m_list->setIconSize({kSide, kSide});
    m_list->setGridSize({104, 84});
    m_list->setResizeMode(QListView::Adjust);
    m_list->setMovement(QListView::Static);
    m_list->setUniformItemSizes(true);
    m_list->setWordWrap(true);
    m_list->setFont(uiFont(11));
    for (auto* label : {m_count, m_about}) {
        label->setFont(uiFont(12));
        label->setWordWrap(true);
        label->setTextFormat(Qt::PlainText);
    }
    m_about->setObjectName(QStringLiteral("iconAbout"));
    m_about->setMinimumHeight(64);
    m_about->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, this);
    m_take = buttons->button(QDialogButtonBox::Ok);
    m_take->setText(tr("Take it"));
    m_take->setEnabled(false);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(18, 14, 18, 12);
    column->setSpacing(8);
    column->addWidget(m_words);
    column->addWidget(m_count);
    column->addWidget(m_list, 1);
    column->addWidget(m_about);
    column->addWidget(buttons);
    resize(720, 560);
    connect(m_words, &QLineEdit::textChanged, this, &IconsDialog::search);
    connect(m_list, &QListWidget::currentRowChanged, this, &IconsDialog::choose);
    connect(m_list, &QListWidget::itemActivated, this, [this] { m_take->click(); });
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    read();
}

std::vector<std::filesystem::path> IconsDialog::usualBases() {
    std::vector<std::filesystem::path> bases;
    for (const auto& folder : QStandardPaths::standardLocations(QStandardPaths::GenericDataLocation)) {
        bases.emplace_back((folder + QStringLiteral("/icons")).toStdString());
    }
    return bases;
}

void IconsDialog::finish() {
    m_reader.finish();
    m_painter.finish();
}

void IconsDialog::read() {
    m_count->setText(tr("Looking for the icons of this computer …"));
    m_reader.run<std::vector<start::ThemeIcon>>(
        [bases = m_bases](const Jobs::Run& run) {
            return start::themeIcons(DiskFiles(), bases, run.cancelled());
        },
        [this](std::vector<start::ThemeIcon> icons) {
            m_icons = std::move(icons);
            search(m_words->text());
        });
}

void IconsDialog::search(const QString& words) {
    m_shown = start::iconsNamed(m_icons, words.toStdString());
    const auto all = m_shown.size();
    m_shown.resize(std::min<std::size_t>(all, kMostShown));
    m_count->setText(
        m_icons.empty() ? tr("There is no icon theme with vector icons here (one is in Debian's package "
                             "adwaita-icon-theme).")
        : all > m_shown.size()
            ? tr("%1 icons, the first %2 of them; words make them fewer").arg(all).arg(kMostShown)
        : all == 1 ? tr("1 icon")
                   : tr("%1 icons").arg(all));
    m_list->clear();
    for (const auto& icon : m_shown) {
        const auto seen = m_pictures.find(icon.file);
        auto* item = new QListWidgetItem(seen == m_pictures.end() ? m_none : seen->second,
                                         toQString(icon.name), m_list);
        item->setToolTip(tr("%1, of %2").arg(toQString(icon.name), toQString(icon.theme)));
    }
    choose(-1);
    m_painter.cancel();
    for (std::size_t from = 0; from < m_shown.size(); from += kAtOnce) {
        paint(from);
    }
}

/// Those that were not seen before, from that row on, so that the first ones are there at once.
void IconsDialog::paint(std::size_t from) {
    std::vector<start::ThemeIcon> icons(m_shown.begin() + std::ptrdiff_t(from),
                                        m_shown.begin() +
                                            std::ptrdiff_t(std::min(m_shown.size(), from + kAtOnce)));
    std::erase_if(icons, [this](const auto& it) { return m_pictures.contains(it.file); });
    if (icons.empty()) {
        return;
    }
    const QColor pen = theme().ink;
    const Colour ink{std::uint8_t(pen.red()), std::uint8_t(pen.green()), std::uint8_t(pen.blue()), 255};
    m_painter.run<std::vector<QImage>>(
        [icons, ink](const Jobs::Run& run) {
            std::vector<QImage> pictures;
            for (const auto& icon : icons) {
                pictures.push_back(run.isCancelled() ? QImage() : pictureOf(icon, ink));
            }
            return pictures;
        },
        [this, icons](const std::vector<QImage>& pictures) {
            for (std::size_t i = 0; i < icons.size(); ++i) {
                m_pictures[icons[i].file] = QIcon(QPixmap::fromImage(pictures[i]));
            }
            for (std::size_t row = 0; row < m_shown.size(); ++row) {
                if (const auto seen = m_pictures.find(m_shown[row].file); seen != m_pictures.end()) {
                    m_list->item(int(row))->setIcon(seen->second);
                }
            }
        });
}

void IconsDialog::choose(int row) {
    m_chosen = row >= 0 ? std::optional(m_shown[std::size_t(row)]) : std::nullopt;
    m_take->setEnabled(m_chosen.has_value());
    if (!m_chosen) {
        m_about->clear();
        return;
    }
    m_licence = start::licenceOf(DiskFiles(), *m_chosen, m_docs);
    const auto whole = toQString(m_licence.text).simplified();
    // A package's file begins with its history; the terms are what counts.
    const auto text =
        whole.mid(std::max(0, int(whole.indexOf(QLatin1String("licen"), 0, Qt::CaseInsensitive)) - 60));
    m_about->setText(m_licence.file.empty()
                         ? tr("%1, of the theme %2. No licence was found beside it: ask its makers before "
                              "you give it away.")
                               .arg(toQString(m_chosen->name), toQString(m_chosen->theme))
                         : tr("%1, of the theme %2. Licence (%3; it stays in the file that is kept): %4")
                               .arg(toQString(m_chosen->name), toQString(m_chosen->theme),
                                    toQString(m_licence.file.string()),
                                    text.size() > 260 ? text.left(260) + QStringLiteral(" …") : text));
    m_about->setToolTip(toQString(m_licence.text).left(4000));
}

}
