// A boat's file, archive or bare JSON: what is read is packed and unpacked to the same bytes.
#include "io/project_file.h"
#include "reader.h"

PLUCKY_FUZZ(text) {
  const plucky::Project boat = plucky::project_from_bytes(text);
  const std::string packed = plucky::project_to_bytes(boat);
  plucky::fuzz::demand(plucky::project_to_bytes(plucky::project_from_bytes(packed)) == packed, "the same bytes");
}
