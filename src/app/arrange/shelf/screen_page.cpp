// SPDX-License-Identifier: MIT
#include "app/arrange/shelf/screen_page.h"

#include "app/arrange/card/card_fields.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/quiet_scroll.h"
#include "app/widgets/theme.h"
#include "core/edit/layer_edits.h"
#include "core/model/limits.h"
#include "core/start/dropped_file.h"
#include "render/art/decoder.h"

#include <QDragEnterEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QMenu>
#include <QMimeData>
#include <QPointer>
#include <QToolButton>
#include <QVBoxLayout>

namespace scaena::app {

namespace {

const QStringList& blockWords() {
    static const QStringList words = {QObject::tr("bar"),  QObject::tr("heading"), QObject::tr("text"),
                                      QObject::tr("list"), QObject::tr("cards"),   QObject::tr("image")};
    return words;
}

constexpr double kHeights[] = {64, 48, 64, 72, 140, 180};

QLabel* makeHeading(const QString& text, QWidget* parent) {
    auto* label = new QLabel(text, parent);
    label->setProperty("heading", true);
    label->setFont(uiFont(12, true));
    return label;
}

QToolButton* makeDeed(const char* name, const QString& text, const QString& tip, QWidget* parent) {
    auto* button = new QToolButton(parent);
    button->setObjectName(QString::fromLatin1(name));
    button->setText(text);
    button->setToolTip(tip);
    button->setFont(uiFont(12));
    return button;
}

}

ScreenPage::ScreenPage(ArrangeActions& actions, QWidget* parent)
    : QWidget(parent), m_actions(actions), m_rows(new QWidget(this)), m_grid(new QGridLayout(m_rows)),
      m_pictures(new QLabel(this)),
      m_noPictures(
          makeDeed("noScreenshots", tr("use blocks"), tr("Shows the blocks instead of screenshots"), this)),
      m_background(new ColourBox(QStringLiteral("screenBackground"), QString(), this)) {
    setObjectName(QStringLiteral("screenPage"));
    setAcceptDrops(true);
    auto* screenshots = new QVBoxLayout;
    screenshots->setSpacing(3);
    screenshots->addWidget(makeHeading(tr("First screen"), this));
    m_pictures->setWordWrap(true);
    m_pictures->setProperty("quiet", true);
    m_pictures->setFont(uiFont(11));
    screenshots->addWidget(m_pictures);
    auto* day = makeDeed("screenshotDay", tr("Screenshot by day …"),
                         tr("A picture of the app's first screen; it can be dropped here"), this);
    auto* night = makeDeed("screenshotNight", tr("Screenshot by night …"),
                           tr("The same screen in its dark looks"), this);
    connect(day, &QToolButton::clicked, this, [this] { chooseScreenshot(model::Appearance::Light); });
    connect(night, &QToolButton::clicked, this, [this] { chooseScreenshot(model::Appearance::Dark); });
    connect(m_noPictures, &QToolButton::clicked, this, [this] {
        change(tr("first screen of blocks"), [](auto& it) {
            it.lightImage.clear();
            it.darkImage.clear();
        });
    });
    screenshots->addWidget(day);
    screenshots->addWidget(night);
    screenshots->addWidget(m_noPictures);
    auto* ground = new QHBoxLayout;
    auto* groundLabel = new QLabel(tr("Background"), this);
    groundLabel->setFont(uiFont(12));
    ground->addWidget(groundLabel);
    ground->addWidget(m_background, 1);
    screenshots->addLayout(ground);
    screenshots->addStretch(1);
    connect(m_background, &ColourBox::chosen, this, [this](const ColourId& id) {
        change(tr("background of the first screen"), [&](auto& it) { it.background = id; });
    });

    m_grid->setContentsMargins(0, 0, 4, 0);
    m_grid->setVerticalSpacing(2);
    m_grid->setHorizontalSpacing(6);
    auto* scroll = makeQuietScroll(m_rows, this);
    auto* add = makeDeed("addBlock", tr("+ Block"), tr("A piece of the first screen's wireframe"), this);
    add->setPopupMode(QToolButton::InstantPopup);
    auto* kinds = new QMenu(add);
    for (int i = 0; i < blockWords().size(); ++i) {
        kinds->addAction(blockWords()[i], this, [this, i] { addBlock(static_cast<model::BlockKind>(i)); });
    }
    add->setMenu(kinds);
    auto* blocks = new QVBoxLayout;
    blocks->setSpacing(3);
    auto* blockHead = new QHBoxLayout;
    blockHead->addWidget(makeHeading(tr("Blocks, from the top"), this));
    blockHead->addStretch(1);
    blockHead->addWidget(add);
    blocks->addLayout(blockHead);
    blocks->addWidget(scroll, 1);

    auto* ways = new QGridLayout;
    ways->setHorizontalSpacing(6);
    ways->setVerticalSpacing(1);
    ways->addWidget(makeHeading(tr("The way there"), this), 0, 0, 1, 2);
    for (std::size_t i = 0; i < edit::kTransitions; ++i) {
        const auto transition = static_cast<edit::Transition>(i);
        const auto& info = edit::transitionInfo(transition);
        auto* button =
            makeDeed("", toQString(info.name),
                     toQString(info.does) +
                         tr("\nReplaces the cues of the hand-off; they can be changed like any others"),
                     this);
        button->setObjectName(QStringLiteral("transition-%1").arg(i));
        button->setFont(uiFont(12, true));
        connect(button, &QToolButton::clicked, this,
                [this, transition] { m_actions.setTransition(transition); });
        ways->addWidget(button, 1 + static_cast<int>(i) % 4, static_cast<int>(i) / 4);
    }
    auto* note = new QLabel(tr("The first screen stands complete beneath, before it is uncovered. A selected "
                               "layer leads; else the logo does."),
                            this);
    note->setProperty("quiet", true);
    note->setFont(uiFont(11));
    note->setWordWrap(true);
    ways->addWidget(note, 5, 0, 1, 2);
    ways->setRowStretch(6, 1);

    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(24);
    row->addLayout(screenshots, 5);
    row->addLayout(blocks, 8);
    row->addLayout(ways, 7);
    connect(&actions.document(), &Document::changed, this, [this](const edit::ChangeSet& changes) {
        if (!isVisible()) {
            return; // brought up to date when it is shown
        }
        if (changes.touches(edit::Kind::Colour) || changes.touches(edit::Kind::Layer) ||
            changes.touches(edit::Kind::Sequence)) {
            update();
        }
    });
    update();
}

const model::Layer* ScreenPage::screen() const {
    for (const auto& layer : m_actions.document().sequence()->layers) {
        if (layer.as<model::FirstScreenContent>() && layer.shownWhen == model::ShownWhen::Always) {
            return &layer;
        }
    }
    return nullptr;
}

void ScreenPage::change(const QString& verb, const std::function<void(model::FirstScreenContent&)>& change,
                        const char* mergeKey) {
    const auto* it = screen();
    if (m_filling || !it) {
        return;
    }
    m_actions.document().apply(
        verb,
        edit::changeLayer(*m_actions.document().sequence(), it->id,
                          [&](model::Layer& layer) { change(layer.get<model::FirstScreenContent>()); }),
        mergeKey);
}

void ScreenPage::update() {
    const auto* it = screen();
    setEnabled(it != nullptr);
    if (!it) {
        m_pictures->setText(tr("This sequence has no first screen."));
        return;
    }
    const auto& content = it->get<model::FirstScreenContent>();
    const auto name = [](const std::string& path) {
        return QFileInfo(QString::fromStdString(path)).fileName();
    };
    m_pictures->setText(
        content.lightImage.empty() ? tr("A wireframe of blocks. Drop a screenshot here to show the real one.")
        : content.darkImage.empty() ? tr("%1, by night the same").arg(name(content.lightImage))
                                    : tr("%1 and %2").arg(name(content.lightImage), name(content.darkImage)));
    m_noPictures->setVisible(!content.lightImage.empty());
    m_background->show(m_actions.document().sequence()->palette, content.background);
    if (content.blocks == m_shown && m_wasShown) {
        return;
    }
    const bool sameRows =
        m_wasShown && content.blocks.size() == m_shown.size() &&
        std::equal(m_shown.begin(), m_shown.end(), content.blocks.begin(),
                   [](const auto& a, const auto& b) { return a.kind == b.kind && a.colour == b.colour; });
    m_shown = content.blocks;
    m_wasShown = true;
    m_filling = true;
    if (sameRows) {
        for (int i = 0; i < static_cast<int>(m_shown.size()); ++i) {
            if (auto* box = m_rows->findChild<QDoubleSpinBox*>(QStringLiteral("blockHeight-%1").arg(i))) {
                box->setValue(m_shown[static_cast<std::size_t>(i)].height);
            }
        }
    } else {
        qDeleteAll(m_rows->findChildren<QWidget*>(Qt::FindDirectChildrenOnly));
        for (int i = 0; i < static_cast<int>(m_shown.size()); ++i) {
            addBlockRow(i, m_shown[static_cast<std::size_t>(i)]);
        }
        m_grid->setRowStretch(static_cast<int>(m_shown.size()), 1);
    }
    m_filling = false;
}

void ScreenPage::addBlockRow(int index, const model::Block& block) {
    const auto at = static_cast<std::size_t>(index);
    auto* kind = new QComboBox(m_rows);
    kind->setObjectName(QStringLiteral("blockKind-%1").arg(index));
    kind->addItems(blockWords());
    kind->setCurrentIndex(static_cast<int>(block.kind));
    kind->setFont(uiFont(12));
    kind->setFixedHeight(22);
    auto* height =
        makeNumberBox(QStringLiteral("blockHeight-%1").arg(index), 1, 4000, QStringLiteral("dp"), m_rows);
    height->setValue(block.height);
    auto* colour = new ColourBox(QStringLiteral("blockColour-%1").arg(index), QString(), m_rows);
    colour->show(m_actions.document().sequence()->palette, block.colour);
    auto* up = makeDeed("", QStringLiteral("↑"), tr("One place up"), m_rows);
    up->setEnabled(index > 0);
    auto* remove = makeDeed("", QStringLiteral("×"), tr("Remove the block"), m_rows);
    remove->setObjectName(QStringLiteral("blockRemove-%1").arg(index));
    connect(kind, &QComboBox::activated, this, [this, at](int v) {
        change(tr("kind of a block"),
               [&](auto& it) { it.blocks[at].kind = static_cast<model::BlockKind>(v); });
    });
    connect(height, &QDoubleSpinBox::valueChanged, this, [this, at](double v) {
        change(
            tr("height of a block"), [&](auto& it) { it.blocks[at].height = v; }, "block height");
    });
    connect(colour, &ColourBox::chosen, this, [this, at](const ColourId& id) {
        change(tr("colour of a block"), [&](auto& it) { it.blocks[at].colour = id; });
    });
    connect(
        up, &QToolButton::clicked, this,
        [this, at] {
            change(tr("move a block"), [&](auto& it) { std::swap(it.blocks[at], it.blocks[at - 1]); });
        },
        Qt::QueuedConnection);
    connect(
        remove, &QToolButton::clicked, this,
        [this, at] {
            change(tr("remove a block"),
                   [&](auto& it) { it.blocks.erase(it.blocks.begin() + static_cast<std::ptrdiff_t>(at)); });
        },
        Qt::QueuedConnection);
    int column = 0;
    for (QWidget* field :
         {static_cast<QWidget*>(kind), static_cast<QWidget*>(height), static_cast<QWidget*>(colour),
          static_cast<QWidget*>(up), static_cast<QWidget*>(remove)}) {
        m_grid->addWidget(field, index, column++);
    }
}

void ScreenPage::addBlock(model::BlockKind kind) {
    const auto& palette = m_actions.document().sequence()->palette;
    const model::ColourRef colour = model::find(palette, "quiet") ? "quiet" : palette.back().id;
    change(tr("add a block"), [&](auto& it) {
        it.blocks.push_back({kind, kHeights[static_cast<int>(kind)], colour, {}});
    });
}

void ScreenPage::chooseScreenshot(model::Appearance appearance) {
    const QString path = QFileDialog::getOpenFileName(this, tr("Screenshot of the first screen"), {},
                                                      tr("Pictures (*.png *.jpg *.jpeg *.webp)"));
    if (!path.isEmpty()) {
        setScreenshot(path, appearance);
    }
}

void ScreenPage::setScreenshot(const QString& path, model::Appearance appearance) {
    const auto source = std::filesystem::path(path.toStdString());
    m_actions.background().run<start::DroppedFile>(
        tr("Reading %1 …").arg(QFileInfo(path).fileName()),
        [source](const auto&) { return start::readDropped(DiskFiles(), source, render::QtDecoder()); },
        [this, guard = QPointer(this), appearance](start::DroppedFile file) {
            if (!guard) {
                return;
            }
            if (file.problems.empty() && file.kind != start::SourceKind::Raster) {
                file.problems = {{ProblemKind::Unsupported, "is no picture", file.name, {}}};
            }
            if (!file.problems.empty()) {
                emit m_actions.problems(tr("This picture cannot be used"), file.problems);
                return;
            }
            const auto kept = m_actions.document().addFile(file.path, file.bytes);
            change(tr("screenshot of the first screen"), [&](auto& it) {
                if (appearance == model::Appearance::Dark && !it.lightImage.empty()) {
                    it.darkImage = kept;
                } else {
                    it.lightImage = kept;
                }
            });
        });
}

void ScreenPage::showEvent(QShowEvent*) { update(); }

void ScreenPage::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls()) {
        event->acceptProposedAction();
    }
}

void ScreenPage::dropEvent(QDropEvent* event) {
    event->acceptProposedAction();
    bool night = false;
    for (const auto& url : event->mimeData()->urls()) {
        const QString path = url.toLocalFile();
        const bool dark = night || start::saysDark(path.toStdString());
        setScreenshot(path, dark ? model::Appearance::Dark : model::Appearance::Light);
        night = true; // the second of two is the dark one
    }
}

}
