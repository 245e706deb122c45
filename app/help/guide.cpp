#include "help/guide.h"

#include <QAbstractTextDocumentLayout>
#include <QPointer>
#include <QScrollBar>
#include <QTextBlock>
#include <QTextBrowser>

#include "theme/theme.h"

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

}  // namespace

void show_guide(QWidget* parent, const QString& chapter) {
  static QPointer<QTextBrowser> browser;
  if (!browser) {
    browser = new QTextBrowser(parent);
    browser->setWindowFlag(Qt::Window);
    browser->setObjectName("guide");
    browser->setWindowTitle(QObject::tr("User guide \u2013 Plucky Hull"));
    browser->setAccessibleName(QObject::tr("User guide"));
    browser->setFont(ui_font(10.5));
    browser->document()->setDocumentMargin(24);
    browser->setMarkdown(QString::fromUtf8(embedded::guide_text));
    browser->setOpenLinks(false);  // no network, no other pages
    browser->resize(720, 760);
  }
  browser->show();
  browser->raise();
  browser->activateWindow();
  go_to_chapter(*browser, chapter);
}

}  // namespace plucky::app
