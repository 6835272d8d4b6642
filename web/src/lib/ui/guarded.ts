/**
 * A text as a program of tables takes it for a text. One that begins like a formula would be computed there, whoever wrote it: it gets an
 * apostrophe before it.
 */
export function guarded(text: string): string {
  const line = text.replaceAll(/\p{Cc}/gu, ' ');
  return /^\s*[=+\-@]/u.test(line) ? `'${line}` : line;
}
