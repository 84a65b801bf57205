/** A font's file, by the address that it is served at. */
declare module '*.woff' {
  const address: string;
  export default address;
}
