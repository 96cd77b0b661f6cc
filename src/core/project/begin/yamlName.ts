/** A name as YAML reads it back. */
export const yamlName = (text: string): string =>
  /^[A-Za-z_][\w ]*$/.test(text) && !/^(true|false|null|yes|no|on|off|y|n)$/i.test(text) ? text : JSON.stringify(text);
