export default async function setUp() {}
