/** What a font file says that it is called, and which member of its family it is, such as "Bold"; undefined where it is none. */
export async function fontNames(bytes: Uint8Array): Promise<{ family: string; member: string } | undefined> {
  const { create } = await import('fontkit');
  try {
    const font = create(bytes);
    return 'familyName' in font ? { family: font.familyName, member: font.subfamilyName } : undefined;
  } catch {
    return undefined;
  }
}
