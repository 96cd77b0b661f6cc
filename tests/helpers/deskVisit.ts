import { afterAll, afterEach, beforeAll, expect } from '@jest/globals';
import { diffLines } from 'diff';
import type { BrowserContext } from 'playwright-core';
import { launchReader } from './browser.js';
import { type DeskPage, deskPage } from './deskPage.js';
import { demoFolder, smallFolder } from './hexis.js';

export const figureFile = (id: string) => `figures/${id}.figure.yaml`;

/** Lines that a text has more than another, and those that it has no more. */
export const difference = (before: string, after: string) =>
  diffLines(before, after).flatMap(({ added, removed, value }) =>
    added || removed
      ? value
          .split('\n')
          .filter((line) => line !== '')
          .map((line) => `${added ? '+' : '-'} ${line}`)
      : [],
  );

/** A reader's browser for the tests of a suite; it is closed after them. */
export function readerOfSuite(): () => BrowserContext {
  let reader: BrowserContext;
  beforeAll(async () => {
    reader = await launchReader();
  });
  afterAll(() => reader.close());
  return () => reader;
}

/** A desk for each test of a suite: nothing in its page goes wrong, and it is closed after it. */
export class DeskVisit {
  folder!: ReturnType<typeof demoFolder>;
  desk!: DeskPage;
  private readonly reader: () => BrowserContext;

  constructor(reader: () => BrowserContext) {
    this.reader = reader;
    afterEach(async () => {
      expect(this.desk.faults).toEqual([]);
      await this.desk.close();
      this.folder.remove();
    });
  }

  /** Opens a desk over a figure, and over others that the test asks for: it draws all that it finds. Gives the file's text. */
  async begin(id: string, ...others: string[]): Promise<string> {
    this.folder = others[0] === 'all' ? demoFolder() : smallFolder(id, ...others);
    this.desk = await deskPage(this.reader(), this.folder.path, id);
    return this.desk.text(figureFile(id));
  }

  /** The desk is closed and opened once more. */
  async again(id: string, options: { isDeaf?: boolean } = {}): Promise<void> {
    await this.desk.close();
    this.desk = await deskPage(this.reader(), this.folder.path, id, options);
  }
}
