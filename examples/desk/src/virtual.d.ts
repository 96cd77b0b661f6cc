/** The address of the worker. */
declare module 'virtual:worker' {
  const address: string;
  export default address;
}
