#include "help/guide.h"

#include <QAbstractTextDocumentLayout>
#include <QFile>
#include <QPointer>
#include <QScrollBar>
#include <QTextBlock>
#include <QTextBrowser>

#include "theme/theme.h"
#include "words/language.h"

namespace plucky::embedded {
extern const char* const guide_text;
}

namespace plucky::app {

namespace {

/// Scrolls to the heading, so that it stands at the top.
void go_to_chapter(QTextBrowser& browser, const QString& chapter) {
  for (QTextBlock block = browser.document()->begin(); block.isValid(); block = block.next()) {
    if (block.blockFormat().headingLevel() == 0 || block.text() != chapter) continue;
    browser.setTextCursor(QTextCursor(block));
    const QRectF place = browser.document()->documentLayout()->blockBoundingRect(block);
    browser.verticalScrollBar()->setValue(static_cast<int>(place.top()) - 12);
    return;
  }
}

/// A language may bring its own guide, <code>.guide.md beside its catalogue; English stands in where it does not.
QString guide_in_language() {
  QFile own(":/languages/" + spoken() + ".guide.md");
  return QString::fromUtf8(own.open(QIODevice::ReadOnly) ? own.readAll() : QByteArray(embedded::guide_text));
}

}  // namespace

void show_guide(QWidget* parent, const QString& chapter) {
  static QPointer<QTextBrowser> browser;
  static QString language;
  if (browser && language != spoken()) delete browser;
  language = spoken();
  if (!browser) {
    browser = new QTextBrowser(parent);
    browser->setWindowFlag(Qt::Window);
    browser->setObjectName("guide");
    browser->setWindowTitle(QObject::tr("User guide \u2013 Plucky Hull"));
    browser->setAccessibleName(QObject::tr("User guide"));
    browser->setFont(ui_font(10.5));
    browser->document()->setDocumentMargin(24);
    browser->setMarkdown(guide_in_language());
    browser->setOpenLinks(false);  // no network, no other pages
    browser->resize(720, 760);
  }
  browser->show();
  browser->raise();
  browser->activateWindow();
  go_to_chapter(*browser, chapter);
}

}  // namespace plucky::app
