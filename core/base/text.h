// Sentences as values: words in English that serve as the key of every language's catalogue, and what stands in their
// places {0}, {1}, ... In: literals, numbers, names. Out: a sentence in a language and units that the caller chooses.
//
// A sentence is written whole, never glued from halves: another language puts its words in another order. What a
// builder typed (a part's name) is a std::string and is never translated; what the program says is a literal.
#pragma once

#include <functional>
#include <string>
#include <type_traits>
#include <variant>
#include <vector>

#include "base/quantity.h"

namespace plucky {

class Piece;

struct Text {
  /// English words; a literal, for it is kept by address. Null or empty: nothing is said.
  const char* words = nullptr;
  std::vector<Piece> values;
  /// Words for a count of one, where the first value is a count and English makes a difference.
  const char* one = nullptr;

  // Defined where Piece is whole: clang, other than GCC, wants it so.
  Text();
  // NOLINTNEXTLINE(google-explicit-constructor): a literal is a text
  Text(const char* literal);
  Text(const Text& other);
  Text(Text&& other) noexcept;
  Text& operator=(const Text& other);
  Text& operator=(Text&& other) noexcept;
  ~Text();
  template <class... Pieces>
  Text(const char* literal, const Pieces&... pieces);
  /// What a builder or a maker wrote, as it is.
  explicit Text(std::string as_it_is);

  [[nodiscard]] bool empty() const { return !words || *words == '\0'; }
  bool operator==(const Text& other) const;
};

/// What stands in a place of a text: a quantity, a text of its own, or something that is written as it is.
class Piece {
 public:
  // NOLINTBEGIN(google-explicit-constructor): pieces are listed where they are used
  Piece(Quantity q) : value_(q) {}
  Piece(double si, Dimension dimension) : value_(Quantity{si, dimension}) {}
  template <class Number>
  requires std::is_arithmetic_v<Number> Piece(Number number)
      : value_(Quantity{static_cast<double>(number), Dimension::none}) {
    // A number of a file may have more figures than a double holds; people want to find it again.
    if constexpr (std::is_integral_v<Number>)
      if (static_cast<double>(number) >= 0x1p53) value_ = std::to_string(number);
  }
  Piece(const char* literal) : value_(Text(literal)) {}
  Piece(Text text) : value_(std::move(text)) {}
  Piece(std::string as_it_is) : value_(std::move(as_it_is)) {}
  // NOLINTEND(google-explicit-constructor)
  // Not inline: GCC 12 takes the variant's unused members for uninitialised ones where it inlines them.
  Piece(const Piece& other);
  Piece(Piece&& other) noexcept;
  Piece& operator=(const Piece& other);
  Piece& operator=(Piece&& other) noexcept;
  ~Piece();
  [[nodiscard]] const Quantity* quantity() const { return std::get_if<Quantity>(&value_); }
  [[nodiscard]] const Text* text() const { return std::get_if<Text>(&value_); }
  [[nodiscard]] const std::string* as_it_is() const { return std::get_if<std::string>(&value_); }
  bool operator==(const Piece&) const = default;

 private:
  std::variant<Quantity, Text, std::string> value_;
};

inline Text::Text() = default;
inline Text::Text(const char* literal) : words(literal) {}
inline Text::Text(const Text& other) = default;
inline Text::Text(Text&& other) noexcept = default;
inline Text& Text::operator=(const Text& other) = default;
inline Text& Text::operator=(Text&& other) noexcept = default;
inline Text::~Text() = default;
template <class... Pieces>
Text::Text(const char* literal, const Pieces&... pieces) : words(literal), values{Piece(pieces)...} {}

/// A count of things: `one` for a single one, else `many`, with the count as {0}.
template <class... Pieces>
[[nodiscard]] Text counted(const char* one, const char* many, std::size_t count, const Pieces&... pieces) {
  Text text(many, count, pieces...);
  text.one = one;
  return text;
}

/// Several sentences one after the other; an empty one is left out.
[[nodiscard]] Text then(Text first, Text next);
/// A list in one line, its members parted by commas.
[[nodiscard]] Text listed(const std::vector<Text>& members);

/// How texts are said: the words of a language for English ones, and numbers in someone's units.
struct Speech {
  /// Words of the language; `one` is null unless the text has a count, which then is `count`. Null: English.
  std::function<std::string(const char* words, const char* one, double count)> translate;
  /// The numbers of one sentence, each as it is shown.
  std::function<std::vector<std::string>(const std::vector<Quantity>&)> show;
};
[[nodiscard]] std::string say(const Text& text, const Speech& speech);

/// The sentence in English with SI numbers, for logs and exceptions.
[[nodiscard]] std::string plain(const Text& text);

}  // namespace plucky
