// A table pasted over a boat's parts, in both systems of units.
#include "io/table.h"
#include "reader.h"

PLUCKY_FUZZ(text) {
  const plucky::TableRows rows = plucky::read_table(text);
  for (const char separator : {',', ';', '\t'})
    plucky::fuzz::demand(plucky::read_table(plucky::write_table(rows, separator)) == rows, "written and read back");
  const auto system = text.size() % 2 == 0 ? plucky::UnitSystem::metric : plucky::UnitSystem::inch;
  (void)plucky::paste_parts({}, plucky::Vec3::Zero(), rows, system);
}
