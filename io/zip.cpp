#include "io/zip.h"

#include <zip.h>

#include <memory>

#include "base/error.h"

namespace plucky {

namespace {

struct Discard {
  void operator()(zip_t* archive) const { zip_discard(archive); }
};
using Archive = std::unique_ptr<zip_t, Discard>;

std::string words(zip_error_t* error) {
  std::string text = zip_error_strerror(error);
  zip_error_fini(error);
  return text;
}

void check_name(const std::string& name) {
  const bool leaves = name.empty() || name.front() == '/' || name.find('\\') != std::string::npos ||
                      name.find('\0') != std::string::npos || name == ".." || name.rfind("../", 0) == 0 ||
                      name.find("/../") != std::string::npos ||
                      (name.size() >= 3 && name.compare(name.size() - 3, 3, "/..") == 0) ||
                      (name.size() >= 2 && name[1] == ':');
  if (leaves) throw InvalidInput(Text("entry \"{0}\"", name), "would leave the archive");
}

std::string read_entry(zip_t* archive, zip_uint64_t index, const std::string& name, std::size_t declared,
                       std::size_t most) {
  const std::string place = "entry \"" + name + "\"";
  if (declared > most) throw InvalidInput(place, Text("unpacks to {0} bytes; at most {1} are read", declared, most));
  std::unique_ptr<zip_file_t, int (*)(zip_file_t*)> file(zip_fopen_index(archive, index, 0), &zip_fclose);
  if (!file) throw InvalidInput(place, Text(std::string(zip_strerror(archive))));
  std::string bytes(declared, '\0');
  std::size_t done = 0;
  while (done < declared) {
    const zip_int64_t n = zip_fread(file.get(), bytes.data() + done, declared - done);
    if (n < 0) throw InvalidInput(place, Text("is damaged: {0}", std::string(zip_file_strerror(file.get()))));
    if (n == 0) throw InvalidInput(place, Text("ends after {0} of {1} bytes", done, declared));
    done += static_cast<std::size_t>(n);
  }
  char beyond = 0;
  const zip_int64_t more = zip_fread(file.get(), &beyond, 1);
  if (more > 0) throw InvalidInput(place, Text("is longer than the {0} bytes it declares", declared));
  if (more < 0) throw InvalidInput(place, "is damaged: its checksum does not fit");
  return bytes;
}

}  // namespace

ZipEntries unzip(const std::string& bytes, const ZipLimits& limits) {
  zip_error_t error;
  zip_error_init(&error);
  zip_source_t* source = zip_source_buffer_create(bytes.data(), bytes.size(), 0, &error);
  if (!source) throw InvalidInput("archive", Text(words(&error)));
  Archive archive(zip_open_from_source(source, ZIP_RDONLY | ZIP_CHECKCONS, &error));
  if (!archive) {
    zip_source_free(source);
    throw InvalidInput("archive", Text("is not a whole zip archive: {0}", words(&error)));
  }
  const zip_int64_t count = zip_get_num_entries(archive.get(), 0);
  if (static_cast<std::size_t>(count) > limits.entries)
    throw InvalidInput("archive", Text("has {0} entries; at most {1} are read", count, limits.entries));
  ZipEntries entries;
  std::size_t total = 0;
  for (zip_int64_t i = 0; i < count; ++i) {
    zip_stat_t info;
    zip_stat_init(&info);
    if (zip_stat_index(archive.get(), static_cast<zip_uint64_t>(i), 0, &info) != 0 || !(info.valid & ZIP_STAT_NAME) ||
        !(info.valid & ZIP_STAT_SIZE))
      throw InvalidInput("archive", Text("entry {0} cannot be read", i + 1));
    const std::string name = info.name;
    check_name(name);
    if (name.back() == '/') continue;
    const auto declared = static_cast<std::size_t>(info.size);
    if (total + declared > limits.total_bytes)
      throw InvalidInput(Text("entry \"{0}\"", name), Text("brings the archive over {0} bytes", limits.total_bytes));
    total += declared;
    entries[name] = read_entry(archive.get(), static_cast<zip_uint64_t>(i), name, declared, limits.entry_bytes);
  }
  return entries;
}

std::string zip(const ZipEntries& entries) {
  zip_error_t error;
  zip_error_init(&error);
  zip_source_t* target = zip_source_buffer_create(nullptr, 0, 0, &error);
  if (!target) throw InvalidInput("archive", Text(words(&error)));
  zip_source_keep(target);
  const std::unique_ptr<zip_source_t, void (*)(zip_source_t*)> kept(target, &zip_source_free);
  Archive archive(zip_open_from_source(target, ZIP_TRUNCATE, &error));
  if (!archive) {
    zip_source_free(target);
    throw InvalidInput("archive", Text(words(&error)));
  }
  for (const auto& [name, bytes] : entries) {
    zip_source_t* source = zip_source_buffer(archive.get(), bytes.data(), bytes.size(), 0);
    const zip_int64_t index = source ? zip_file_add(archive.get(), name.c_str(), source, ZIP_FL_ENC_UTF_8) : -1;
    if (index < 0) {
      zip_source_free(source);
      throw InvalidInput(Text("entry \"{0}\"", name), Text(std::string(zip_strerror(archive.get()))));
    }
    constexpr zip_uint16_t first_of_january_1980 = (1 << 5) | 1;
    zip_file_set_dostime(archive.get(), static_cast<zip_uint64_t>(index), 0, first_of_january_1980, 0);
  }
  if (zip_close(archive.get()) != 0) throw InvalidInput("archive", Text(std::string(zip_strerror(archive.get()))));
  (void)archive.release();
  if (zip_source_open(target) != 0) throw InvalidInput("archive", "cannot be read back");
  // What is not read back whole must not replace a file on disk.
  const zip_int64_t length = zip_source_seek(target, 0, SEEK_END) == 0 ? zip_source_tell(target) : -1;
  if (length < 0 || zip_source_seek(target, 0, SEEK_SET) != 0) {
    zip_source_close(target);
    throw InvalidInput("archive", "cannot be read back");
  }
  std::string bytes(static_cast<std::size_t>(length), '\0');
  std::size_t done = 0;
  while (done < bytes.size()) {
    const zip_int64_t n = zip_source_read(target, bytes.data() + done, bytes.size() - done);
    if (n <= 0) break;
    done += static_cast<std::size_t>(n);
  }
  zip_source_close(target);
  if (done < bytes.size())
    throw InvalidInput("archive", Text("only {0} of {1} bytes could be read back", done, bytes.size()));
  return bytes;
}

}  // namespace plucky
