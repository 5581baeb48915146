/* The schemas that guard what is read from the disk, in a piece of their own so that they can come later. */
export { recordSchemas } from '#core/workspace'
