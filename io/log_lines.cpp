#include "io/log_lines.h"

#include <algorithm>

#include "io/file.h"
#include "io/log_text.h"

namespace plucky {

namespace {

constexpr std::size_t piece = std::size_t{1} << 20;

/// A letter of the first plane, as loggers have them.
void add_letter(std::string& to, unsigned code) {
  if (code < 0x80) {
    to += static_cast<char>(code);
  } else if (code < 0x800) {
    to += static_cast<char>(0xc0 | (code >> 6));
    to += static_cast<char>(0x80 | (code & 0x3f));
  } else {
    to += static_cast<char>(0xe0 | (code >> 12));
    to += static_cast<char>(0x80 | ((code >> 6) & 0x3f));
    to += static_cast<char>(0x80 | (code & 0x3f));
  }
}

unsigned byte_of(char c) {
  return static_cast<unsigned char>(c);
}

std::string narrowed(std::string_view wide, bool big) {
  std::string out;
  out.reserve(wide.size() / 2);
  for (std::size_t i = 0; i + 1 < wide.size(); i += 2) {
    const unsigned first = byte_of(wide[i]), second = byte_of(wide[i + 1]);
    add_letter(out, big ? first << 8 | second : second << 8 | first);
  }
  return out;
}

}  // namespace

LogLines::LogLines(std::string_view text) : text_(text) {
  if (text_.starts_with("\xef\xbb\xbf")) text_.remove_prefix(3);
}

LogLines::LogLines(std::unique_ptr<FileReader> file) : file_(std::move(file)), ended_(false) {}

LogLines::~LogLines() = default;

void LogLines::refill() {
  buffer_.erase(0, at_);
  at_ = 0;
  std::string more = file_->next(piece);
  taken_ += more.size();
  ended_ = more.empty();
  if (!begun_) {
    begun_ = true;
    if (more.starts_with("\xff\xfe")) wide_ = Wide::little;
    if (more.starts_with("\xfe\xff")) wide_ = Wide::big;
    more.erase(0, wide_ != Wide::no ? 2 : more.starts_with("\xef\xbb\xbf") ? 3 : 0);
  }
  // A piece of a file ends on an even byte unless the file itself breaks off.
  buffer_ += wide_ == Wide::no ? more : narrowed(more, wide_ == Wide::big);
  text_ = buffer_;
}

bool LogLines::next(std::string_view& line) {
  if (file_)
    while (!ended_ && text_.size() - std::min(at_, text_.size()) < piece && text_.find('\n', at_) == std::string::npos)
      refill();
  if (at_ >= text_.size()) return false;
  line = next_line(text_, at_);
  at_ = std::min(at_, text_.size());
  return true;
}

double LogLines::share() const {
  if (!file_) return text_.empty() ? 1.0 : static_cast<double>(at_) / static_cast<double>(text_.size());
  const double left = static_cast<double>(text_.size() - std::min(at_, text_.size()));
  return file_->size() == 0
             ? 1.0
             : std::clamp((static_cast<double>(taken_) - left) / static_cast<double>(file_->size()), 0.0, 1.0);
}

std::string log_head(const std::string& path, std::size_t most) {
  std::string bytes = FileReader(path).next(most);
  if (bytes.starts_with("\xff\xfe") || bytes.starts_with("\xfe\xff"))
    return narrowed(std::string_view(bytes).substr(2), bytes.front() == '\xfe');
  if (bytes.starts_with("\xef\xbb\xbf")) bytes.erase(0, 3);
  return bytes;
}

std::string as_utf8(std::string_view text) {
  bool sound = true;
  for (std::size_t i = 0; i < text.size() && sound;) {
    const unsigned c = byte_of(text[i]);
    const std::size_t more = c < 0x80 ? 0 : c >> 5 == 6 ? 1 : c >> 4 == 14 ? 2 : c >> 3 == 30 ? 3 : text.size();
    sound = i + more < text.size();
    for (std::size_t k = 1; k <= more && sound; ++k) sound = byte_of(text[i + k]) >> 6 == 2;
    i += more + 1;
  }
  if (sound) return std::string(text);
  std::string out;
  for (const char c : text) add_letter(out, byte_of(c));
  return out;
}

}  // namespace plucky
