/** An icon in a file of its own, of which the library tells no shape. */
declare module '@lucide/vue/dist/esm/icons/*.mjs' {
  const icon: import('@lucide/vue').LucideIcon
  export default icon
}
