/** A port of this machine where nobody listens, and which a later server finds free too. */
export function ownPort(): Promise<number>;
