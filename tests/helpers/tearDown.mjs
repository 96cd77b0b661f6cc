export default async function tearDown() {
  for (const server of globalThis.__examples ?? []) await server.close();
}
