#include "build/cure.h"

#include <array>
#include <cmath>

#include "base/key_table.h"

namespace plucky {

namespace {

constexpr double minute = 60.0, hour = 3600.0, day = 24.0 * hour;

constexpr const char* gloves = "Resin: gloves, open window, nothing on the skin; mixed pots get hot.";

constexpr std::array entries{
    ProductEntry{Product::epoxy_5, "epoxy_5", "five-minute epoxy", {4 * minute, 30 * minute, day}, true, gloves},
    ProductEntry{Product::epoxy_30, "epoxy_30", "thirty-minute epoxy", {25 * minute, 4 * hour, day}, true, gloves},
    ProductEntry{
        Product::epoxy_slow, "epoxy_slow", "slow marine epoxy", {40 * minute, 12 * hour, 7 * day}, true, gloves},
    ProductEntry{Product::coating_resin, "coating_resin", "coating resin", {25 * minute, day, 30 * day}, true, gloves},
    ProductEntry{
        Product::laminating_epoxy, "laminating_epoxy", "laminating epoxy", {30 * minute, day, 7 * day}, true, gloves},
    ProductEntry{Product::cyanoacrylate,
                 "cyanoacrylate",
                 "cyanoacrylate",
                 {10.0, minute, day},
                 false,
                 "Cyanoacrylate: eye protection, it glues skin at once; it attacks bare polystyrene foam."},
    ProductEntry{
        Product::all_purpose, "all_purpose", "all-purpose adhesive", {5 * minute, hour, day}, false, "Open window."},
    ProductEntry{Product::silicone,
                 "silicone",
                 "silicone sealant",
                 {10 * minute, 12 * hour, day},
                 false,
                 "Open window while it cures."},
    ProductEntry{Product::paint,
                 "paint",
                 "paint or lacquer",
                 {20 * minute, 12 * hour, 2 * day},
                 false,
                 "Solvents: mask, open window, no flame."},
};

}  // namespace

std::span<const ProductEntry> products() {
  return entries;
}

const ProductEntry& product_entry(Product product) {
  return entries[static_cast<std::size_t>(product)];
}

const char* product_key(Product product) {
  return product_entry(product).key;
}

Product product_from_key(const std::string& key) {
  return value_of(entries, "product", key);
}

std::optional<CureTimes> cure_at(Product product, double celsius) {
  if (!(celsius >= 5.0 && celsius <= 40.0)) return std::nullopt;
  const double slower = std::exp2((20.0 - celsius) / 10.0);
  const CureTimes& at = product_entry(product).at_20;
  return CureTimes{slower * at.pot_life, slower * at.handle, slower * at.full};
}

}  // namespace plucky
