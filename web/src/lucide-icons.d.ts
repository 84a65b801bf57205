/** lucide types only its barrel, which costs 20 s of build; its icons are the same shape. */
declare module 'lucide/dist/esm/icons/*.mjs' {
  const icon: import('lucide').IconNode;
  export default icon;
}
