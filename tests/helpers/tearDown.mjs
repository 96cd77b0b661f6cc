export default async function tearDown() {}
