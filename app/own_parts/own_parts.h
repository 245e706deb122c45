// The builder's own parts, kept across boats in one file of the user's data folder.
#pragma once

#include <QObject>
#include <QString>
#include <vector>

#include "project/catalogue.h"

namespace plucky::app {

class OwnParts : public QObject {
  Q_OBJECT

 public:
  /// Reads the file if there is one; a damaged one is set aside (renamed) and told by trouble().
  explicit OwnParts(const QString& path = {}, QObject* parent = nullptr);
  [[nodiscard]] const std::vector<CatalogueEntry>& list() const { return entries_; }
  [[nodiscard]] const CatalogueEntry* find(const std::string& name) const;
  [[nodiscard]] QString trouble() const { return trouble_; }

  /// Adds a part, or replaces the one of the same name. Throws InvalidInput when it could not be
  /// read again or the file cannot be written; the collection is then as it was.
  void keep(const Part& part);
  void forget(const std::string& name);

 signals:
  void changed();

 private:
  void store(std::vector<CatalogueEntry> entries);
  QString path_, trouble_;
  std::vector<CatalogueEntry> entries_;
};

}  // namespace plucky::app
