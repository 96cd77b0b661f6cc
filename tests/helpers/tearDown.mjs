export default async function tearDown() {
  await globalThis.__desk?.close();
}
