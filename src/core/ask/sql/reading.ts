/** Quoted texts and names, dollar quotes, and remarks: what stands in them is no part of a statement. */
const apart =
  /'(?:[^']|'')*'|"(?:[^"]|"")*"|\$([A-Za-z_\u0080-\uffff][\w\u0080-\uffff]*)?\$[\s\S]*?\$\1\$|--[^\n]*|\/\*[\s\S]*?\*\//g;

/** Statements that read. */
const reads = /^\s*\(*\s*(select|with|values|table)\b/i;

/** The parts of a statement outside quotes and remarks. */
const bare = (text: string): string => text.replace(apart, (found) => (/^['"$]/.test(found) ? "''" : ' '));

/** Whether each bracket is closed after it was opened. */
function isBalanced(text: string): boolean {
  let depth = 0;
  for (const sign of text) {
    if (sign === '(') depth += 1;
    if (sign === ')') depth -= 1;
    if (depth < 0) return false;
  }
  return depth === 0;
}

/** A statement without the mark at its end, or why it is not one that reads. */
export function readingStatement(text: string): { statement: string } | { fault: string } {
  const own = bare(text);
  if (own.trim() === '') return { fault: 'it is empty' };
  const [, ...more] = own.split(';');
  if (more.some((part) => part.trim() !== '')) return { fault: 'it holds more than one statement' };
  if (!reads.test(own)) return { fault: `it begins with "${own.trim().split(/\s/)[0]}"` };
  if (!isBalanced(own) || /['"]/.test(own.replaceAll("''", '')))
    return { fault: 'a bracket or quotation mark is not closed' };
  // The mark at the end may have remarks behind it.
  const end = more.length === 0 ? text.length : markAt(text);
  return { statement: text.slice(0, end) };
}

/** Where the mark at the end of a statement stands, outside quotes and remarks. */
function markAt(text: string): number {
  const covered = text.replace(apart, (found) => ' '.repeat(found.length));
  return covered.indexOf(';');
}
