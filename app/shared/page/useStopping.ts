import { useState } from '#imports'
/** Whether the sheet of what to do in an emergency lies open. */
export const useStopping = () => useState('stopping', () => false)
