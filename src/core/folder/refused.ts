/** What a page asked for but may not have. */
export class Refused extends Error {}
