// Zip archives in memory. In: bytes or entries. Out: entries or bytes. Treats what it reads as hostile.
#pragma once

#include <map>
#include <string>

namespace plucky {

using ZipEntries = std::map<std::string, std::string>;

struct ZipLimits {
  std::size_t entries = 2000;
  std::size_t entry_bytes = std::size_t{512} << 20;
  std::size_t total_bytes = std::size_t{1} << 30;
};

/// Unpacks an archive. Throws InvalidInput naming the entry for broken archives, names that leave the archive, too many
/// or too large entries (by what they declare and by what they turn out to be).
[[nodiscard]] ZipEntries unzip(const std::string& bytes, const ZipLimits& limits = {});

/// Packs entries in their order with a fixed date, so that the same entries give the same bytes.
[[nodiscard]] std::string zip(const ZipEntries& entries);

}  // namespace plucky
