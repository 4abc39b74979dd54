/** What a program may use without including it. */
export const cPrelude =
  '#define _GNU_SOURCE\n#include <ctype.h>\n#include <limits.h>\n#include <math.h>\n#include <stdbool.h>\n#include <stdint.h>\n#include <stdio.h>\n#include <stdlib.h>\n#include <string.h>\n#include <time.h>\n';

/** Reads JSON, and writes the parts of an answer. */
export const cHarness = String.raw`
typedef struct LernenValue { char kind; char *text; struct LernenValue **items; size_t count; } LernenValue;
static FILE *lernen_out;
static void *lernen_room(size_t count, size_t size) { void *room = calloc(count + 1, size); if (!room) abort(); return room; }
static void lernen_give_text(const char *text) {
  fputc('"', lernen_out);
  for (; text && *text; text++) {
    if (*text == '"' || *text == '\\') fprintf(lernen_out, "\\%c", *text);
    else if ((unsigned char)*text < 0x20) fprintf(lernen_out, "\\u%04x", *text);
    else fputc(*text, lernen_out);
  }
  fputc('"', lernen_out);
}
static void lernen_give_fraction(double value) {
  if (isnan(value)) fputs("NaN", lernen_out);
  else if (isinf(value)) fputs(value < 0 ? "-Infinity" : "Infinity", lernen_out);
  else fprintf(lernen_out, "%.17g", value);
}
static void lernen_crash(const char *message) {
  fflush(stdout);
  lernen_out = stdout;
  fputs("\x1e{\"outcome\":\"crashed\",\"message\":", stdout);
  lernen_give_text(message);
  fputs("}\n", stdout);
  fflush(stdout);
}
static void lernen_refuse(const char *message) { lernen_crash(message); exit(0); }
static void lernen_code_point(char **to, unsigned code) {
  char *at = *to;
  if (code < 0x80) *at++ = (char)code;
  else if (code < 0x800) { *at++ = (char)(0xC0 | code >> 6); *at++ = (char)(0x80 | (code & 63)); }
  else { *at++ = (char)(0xE0 | code >> 12); *at++ = (char)(0x80 | ((code >> 6) & 63)); *at++ = (char)(0x80 | (code & 63)); }
  *to = at;
}
static void lernen_skip(const char **at) { while (isspace((unsigned char)**at) || **at == ',') (*at)++; }
static char *lernen_word(const char **at) {
  const char *end = ++*at;
  while (*end && *end != '"') end += *end == '\\' ? 2 : 1;
  char *word = lernen_room((size_t)(end - *at), 1), *to = word;
  for (; *at < end; (*at)++) {
    if (**at != '\\') { *to++ = **at; continue; }
    char sign = *++*at;
    if (sign == 'u') { char code[5] = { 0 }; memcpy(code, *at + 1, 4); lernen_code_point(&to, (unsigned)strtoul(code, NULL, 16)); *at += 4; }
    else *to++ = sign == 'n' ? '\n' : sign == 't' ? '\t' : sign == 'r' ? '\r' : sign == 'b' ? '\b' : sign == 'f' ? '\f' : sign;
  }
  (*at)++;
  return word;
}
static LernenValue *lernen_value(const char **at) {
  LernenValue *made = lernen_room(1, sizeof *made);
  lernen_skip(at);
  if (**at == '"') { made->kind = 's'; made->text = lernen_word(at); return made; }
  if (**at == '[') {
    size_t room = 8;
    made->kind = 'l';
    made->items = lernen_room(room, sizeof *made->items);
    for ((*at)++, lernen_skip(at); **at && **at != ']'; lernen_skip(at)) {
      if (made->count == room) made->items = realloc(made->items, (room *= 2) * sizeof *made->items);
      made->items[made->count++] = lernen_value(at);
    }
    (*at)++;
    return made;
  }
  const char *start = *at;
  while (**at && !strchr(",]} \n\t\r", **at)) (*at)++;
  made->text = lernen_room((size_t)(*at - start), 1);
  memcpy(made->text, start, (size_t)(*at - start));
  made->kind = strcmp(made->text, "null") == 0 ? 'n' : 'd';
  return made;
}
static LernenValue *lernen_input(void) {
  size_t room = 1 << 16, count = 0, got;
  char *text = malloc(room);
  while ((got = fread(text + count, 1, room - count - 1, stdin)) > 0) if ((count += got) + 1 >= room) text = realloc(text, room *= 2);
  text[count] = 0;
  const char *at = strstr(text, "\"given\"");
  if (!at) { lernen_refuse("The input cannot be read."); }
  at = strchr(at + 7, '[');
  return lernen_value(&at);
}
static inline LernenValue *lernen_row(LernenValue *value) {
  if (value->kind == 'l') return value;
  if (value->kind != 's') lernen_refuse("A list was expected.");
  // A text is a row of signs.
  size_t count = strlen(value->text);
  LernenValue *made = lernen_room(1, sizeof *made);
  *made = (LernenValue){ 'l', NULL, lernen_room(count, sizeof *made->items), count };
  for (size_t at = 0; at < count; at++) {
    char *sign = lernen_room(1, 1);
    sign[0] = value->text[at];
    made->items[at] = lernen_room(1, sizeof *made);
    *made->items[at] = (LernenValue){ 's', sign, NULL, 0 };
  }
  return made;
}
static inline size_t lernen_count(LernenValue *value) { if (value->kind == 's') return strlen(value->text); if (value->kind != 'l') lernen_refuse("A list was expected."); return value->count; }
static inline LernenValue *lernen_at(LernenValue *value, size_t at) { if (value->kind != 'l' || at >= value->count) lernen_refuse("A list was expected."); return value->items[at]; }
static inline char *lernen_text(LernenValue *value) { if (value->kind == 'l') lernen_refuse("A list stands where none was expected."); return value->text; }
static inline bool lernen_flag(LernenValue *value) { return strcmp(lernen_text(value), "true") == 0 || strcmp(value->text, "1") == 0; }
static inline double lernen_fraction(LernenValue *value) { return strcmp(lernen_text(value), "Infinity") == 0 ? INFINITY : strcmp(value->text, "-Infinity") == 0 ? -INFINITY : strtod(value->text, NULL); }
`;
