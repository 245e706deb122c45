// JSON of a boat: what is read is written and read again the same.
#include "project/json.h"
#include "reader.h"

PLUCKY_FUZZ(text) {
  const plucky::Project boat = plucky::project_from_json(text);
  plucky::fuzz::demand(plucky::project_from_json(plucky::project_to_json(boat)) == boat, "saved and read back");
}
