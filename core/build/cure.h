// How long glues, resins and coats take. In: a product, the workshop's temperature. Out: its clock.
#pragma once

#include <optional>
#include <span>
#include <string>

namespace plucky {

enum class Product {
  epoxy_5,
  epoxy_30,
  epoxy_slow,
  coating_resin,
  laminating_epoxy,
  cyanoacrylate,
  all_purpose,
  silicone,
  paint
};

/// Seconds from mixing or laying on.
struct CureTimes {
  double pot_life = 0.0;  ///< until it can no longer be worked
  double handle = 0.0;    ///< until what it holds can be handled and sanded
  double full = 0.0;      ///< until it has its full strength, or stands water
};

struct ProductEntry {
  Product value;
  const char* key;
  const char* name;
  CureTimes at_20;      ///< at 20 degC; common practice, no source
  bool mixed;           ///< of two parts: a batch has a pot life
  const char* caution;  ///< for people
};

/// All products in the order of menus.
[[nodiscard]] std::span<const ProductEntry> products();
[[nodiscard]] const ProductEntry& product_entry(Product product);
[[nodiscard]] const char* product_key(Product product);
/// Throws InvalidInput with the choices.
[[nodiscard]] Product product_from_key(const std::string& key);

/// The clock at a temperature, degC: twice as long for each 10 degrees colder (common practice, no source). Nothing
/// below 5 and above 40 degC, where it is anybody's guess whether it hardens at all.
[[nodiscard]] std::optional<CureTimes> cure_at(Product product, double celsius);

}  // namespace plucky
