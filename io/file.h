// Whole files in and out. In: a path. Out: bytes; writing is atomic.
#pragma once

#include <string>

namespace plucky {

/// Reads a file of at most `most` bytes. Throws InvalidInput with path and reason.
[[nodiscard]] std::string read_file(const std::string& path, std::size_t most);

/// Writes beside the target, flushes to disk, renames over it: at any moment the target is the old file or the new one.
/// Throws InvalidInput with path and reason; the target is then untouched.
void write_file_atomically(const std::string& path, const std::string& bytes);

}  // namespace plucky
