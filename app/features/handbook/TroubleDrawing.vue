<script setup lang="ts">
/** A sketch of what is seen, in chalk strokes. */
defineProps<{ drawing: string }>()
const SKETCHES: Readonly<Record<string, string>> = {
  rounded: 'M8 46V28q0-14 14-14h20q14 0 14 14v18z M20 30h24 M24 38h16',
  short: 'M8 46V16h48v30 M8 46h30q4-8 -2-12t6-8q8-4 2-10',
  pits: 'M8 46V16h48v30z M18 24a3 3 0 1 0 .1 0 M32 30a4 4 0 1 0 .1 0 M46 22a3 3 0 1 0 .1 0 M22 38a3 3 0 1 0 .1 0 M42 38a4 4 0 1 0 .1 0',
  blow: 'M8 50V28h48v22z M26 28V18h12v10 M32 14V4 M24 12l-6-6 M40 12l6-6 M16 33a3 3 0 1 0 .1 0 M46 33a3 3 0 1 0 .1 0',
  pull: 'M8 46V20h16q8 20 16 0h16v26z',
  folds: 'M8 46V16h48v30z M12 26q10 8 20 0t20 0 M12 36q10 8 20 0t20 0',
  smoke: 'M16 50h32l-4-18H20z M24 28q-6-6 0-12t0-12 M34 28q-6-6 0-12t0-12 M44 28q-6-6 0-12t0-12',
  beads: 'M8 46V22h48v24z M16 20a4 4 0 1 0 .1 0 M30 19a5 5 0 1 0 .1 0 M46 20a4 4 0 1 0 .1 0',
  bar: 'M4 22h16v20H4z M44 22h16v20H44z M20 28h10l-3 4 4 4-3 0H20 M44 28H34l3 4-4 4h11',
  chill:
    'M6 14h52v36H6z M14 20h36v24H14z M20 42a2 2 0 1 0 .1 0 M28 42a2 2 0 1 0 .1 0 M36 42a2 2 0 1 0 .1 0 M44 42a2 2 0 1 0 .1 0',
  colour: 'M8 46V16h24v30z M32 46V16h24v30z M36 20l16 16 M36 30l12 12 M44 20l10 10',
  boil: 'M14 26h36l-4 26H18z M14 26q-6-2-4 6t-2 10 M50 26q6-2 4 6t2 10 M22 20a5 5 0 1 0 .1 0 M34 18a6 6 0 1 0 .1 0 M45 20a4 4 0 1 0 .1 0',
  dross: 'M12 20h40l-4 32H16z M12 20q5-8 10 0t10 0 10 0 10 0 M18 12l4 4 M32 8v6 M46 12l-4 4',
  line: 'M8 50V14h48v36z M8 32q6-3 12 0t12 0 12 0 12 0',
  riser: 'M6 50V34h34V10h16v40z M44 10v18q4 6 8 0V10',
  coldmould: 'M6 12h52v40H6z M16 12v26h32V12 M20 22q4 4 8 0t8 0 8 0 M20 30q4 4 8 0t8 0 8 0',
  bell: 'M16 44h32q-6-8-6-18q0-12-10-12t-10 12q0 10-6 18z M32 14V6 M32 44v6 M10 28l-4-4 M10 36H4 M54 28l4-4 M54 36h6',
  crack: 'M8 46V14h20v14h28v18z M28 28l6 5-3 4 7 9',
  pot: 'M14 14h36l-5 38H19z M34 14l-6 12 7 8-6 18',
}
</script>

<template>
  <svg
    viewBox="0 0 64 58"
    fill="none"
    stroke="currentColor"
    stroke-width="2.5"
    stroke-linecap="round"
    stroke-linejoin="round"
    aria-hidden="true"
  >
    <path :d="SKETCHES[drawing] ?? ''" />
  </svg>
</template>
