/** Words that YAML takes for truth values or for nothing. */
const taken = /^(true|false|null|yes|no|on|off|y|n)$/i;

/** A name as YAML reads it back: letters of any script and digits stand as they are, all else in quotation marks. */
export const yamlName = (text: string): string =>
  /^[\p{L}_][\p{L}\p{M}\p{N}_]*( [\p{L}\p{M}\p{N}_]+)*$/u.test(text) && !taken.test(text) ? text : JSON.stringify(text);
