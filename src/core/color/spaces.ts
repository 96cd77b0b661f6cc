import { useMode } from 'culori/fn';

/** Sets up colour spaces of the library, whose types take one kind of space at a time. */
export function setUp(spaces: readonly unknown[]): void {
  for (const space of spaces) useMode(space as never);
}
