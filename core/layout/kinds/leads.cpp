// Leads, plugs and fuse between battery, ESC and motor of one drive.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind leads_kind() {
  return {.kind = PartKind::leads,
          .key = "leads",
          .name = "Leads",
          .role = DriveGroup::leads,
          .put = &put_member<&Drive::leads>,
          .take = &take_member<&Drive::leads>,
          .led_through = true,
          .hoses_pass = true};
}

}  // namespace plucky
