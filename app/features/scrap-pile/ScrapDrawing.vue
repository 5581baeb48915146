<script setup lang="ts">
import type { PileTile } from '#core/scrap-pile'

/** Everyday metal, drawn in a few strokes of our own: what it is stands beside it in words. */
defineProps<{ drawing: PileTile['drawing'] }>()

/** Strokes, and what is filled faintly, on a field of 48 × 48. */
const DRAWN: Readonly<Record<PileTile['drawing'], { line: string; fill?: string }>> = {
  tube: { line: 'M6 30 33 9M15 40 42 19M33 9a5.7 7 52 0 1 9 10M6 30a5.7 7 52 0 0 9 10 5.7 7 52 0 0-9-10' },
  wire: {
    line: 'M24 24c0-3 6-3 6 2 0 6-13 6-13-2 0-10 20-10 20 2 0 14-27 14-27-2C10 6 44 6 44 26c0 8-2 12-6 16',
  },
  tap: {
    line: 'M12 8h14M19 8v9M10 17h18a9 9 0 0 1 9 9v6h-8v-4a3 3 0 0 0-3-3H10zM6 15v12M33 36v2M33 41v1',
    fill: 'M10 17h18a9 9 0 0 1 9 9v6h-8v-4a3 3 0 0 0-3-3H10z',
  },
  valve: {
    line: 'M14 8h20M24 8v10M4 24v14M44 24v14M4 27h10l6-9h8l6 9h10M4 36h10c3 6 17 6 20 0h10',
    fill: 'M4 27h10l6-9h8l6 9h10v9H34c-3 6-17 6-20 0H4z',
  },
  fitting: {
    line: 'M8 16l7-4 7 4v16l-7 4-7-4zM22 18h12v12H22M34 15h7v18h-7zM15 12v24M25 18v12M28 18v12M31 18v12',
    fill: 'M8 16l7-4 7 4v16l-7 4-7-4z',
  },
  cartridge: {
    line: 'M12 40V20c0-4 2-5 2-8h8c0 3 2 4 2 8v20zM10 40h16v3H10zM14 12h8M32 43V27c0-3 1-4 1-6h6c0 2 1 3 1 6v16zM31 43h10',
    fill: 'M12 40V20c0-4 2-5 2-8h8c0 3 2 4 2 8v20z',
  },
  radiator: {
    line: 'M7 9h34v6H7zM7 36h34v6H7zM10 15v21M15 15v21M20 15v21M25 15v21M30 15v21M35 15v21M39 15v21M14 9V5h6v4',
    fill: 'M7 9h34v6H7zM7 36h34v6H7z',
  },
  flange: {
    line: 'M24 6a18 18 0 1 0 .1 0M24 16a8 8 0 1 0 .1 0M24 9a1.5 1.5 0 1 0 .1 0M24 36a1.5 1.5 0 1 0 .1 0M11 22a1.5 1.5 0 1 0 .1 0M37 22a1.5 1.5 0 1 0 .1 0',
    fill: 'M24 6a18 18 0 1 0 .1 0',
  },
  bush: {
    line: 'M8 16c0-5 14-5 14 0s-14 5-14 0v20c0 5 14 5 14 0V16M11 16c0-2.500 8-2.500 8 0M28 24c0-4 12-4 12 0s-12 4-12 0v13c0 4 12 4 12 0V24',
    fill: 'M8 16v20c0 5 14 5 14 0V16c0 5-14 5-14 0z',
  },
  can: {
    line: 'M14 12c0-4 20-4 20 0v26c0 5-20 5-20 0zM14 12c0 4 20 4 20 0M21 12l4-1M14 32c4 4 16 4 20 0',
    fill: 'M14 12c0 4 20 4 20 0v26c0 5-20 5-20 0z',
  },
  extrusion: {
    line: 'M6 32V18h6v6h8v-6h6v14zM6 18l14-10h6l-6 4M26 18l16-11v14L26 32M20 18l10-7',
    fill: 'M6 32V18h6v6h8v-6h6v14z',
  },
  wheel: {
    line: 'M24 5a19 19 0 1 0 .1 0M24 11a13 13 0 1 0 .1 0M24 20a4 4 0 1 0 .1 0M24 11v9M36 20l-8 3M32 35l-6-8M16 35l6-8M12 20l8 3',
    fill: 'M24 5a19 19 0 1 0 .1 0',
  },
  head: {
    line: 'M5 18h38v18H5zM11 22a4 5 0 1 0 .1 0M24 22a4 5 0 1 0 .1 0M37 22a4 5 0 1 0 .1 0M9 18v-6h8v6M20 18v-6h8v6M31 18v-6h8v6',
    fill: 'M5 18h38v18H5z',
  },
  housing: {
    line: 'M10 14h22l6 6v14l-6 6H10l-4-6V20zM20 19a8 8 0 1 0 .1 0M20 24a3 3 0 1 0 .1 0M32 14v26M38 24h5v6h-5',
    fill: 'M10 14h22l6 6v14l-6 6H10l-4-6V20z',
  },
  handle: {
    line: 'M8 18a5 5 0 0 1 10 0v4h22v7H18v3a5 5 0 0 1-10 0zM13 25a2 2 0 1 0 .1 0',
    fill: 'M8 18a5 5 0 0 1 10 0v4h22v7H18v3a5 5 0 0 1-10 0z',
  },
  anode: {
    line: 'M14 15c6-5 14-5 20 0 7 6 7 12 0 18-6 5-14 5-20 0-7-6-7-12 0-18zM3 24h6M39 24h6M16 24a1.500 1.500 0 1 0 .1 0M31 24a1.500 1.500 0 1 0 .1 0',
    fill: 'M14 15c6-5 14-5 20 0 7 6 7 12 0 18-6 5-14 5-20 0-7-6-7-12 0-18z',
  },
  tankard: {
    line: 'M12 10h20l3 32H9zM33 17h6c4 0 4 15-4 15h-1M12 14h20M10 37h24',
    fill: 'M12 10h20l3 32H9z',
  },
  reel: {
    line: 'M14 8c6 0 6 32 0 32s-6-32 0-32zM34 8c6 0 6 32 0 32s-6-32 0-32M17 12h14M18 17h13M18.500 21h13M18.500 26h13M18 31h13M17 36h14M14 22a1 3 0 1 0 .1 0',
  },
  ingot: {
    line: 'M4 34l6-14h20l6 14zM10 20l8-8h18l-6 8M36 12l8 14-8 8M13 30h14',
    fill: 'M4 34l6-14h20l6 14z',
  },
  lump: {
    line: 'M8 30l5-14 12-6 12 6 5 14-9 9H16zM13 16l10 6 14-6M23 22l-7 17M23 22l10 17M8 30l15-8M42 30l-19-8',
    fill: 'M8 30l5-14 12-6 12 6 5 14-9 9H16z',
  },
  shot: {
    line: 'M15 26a6 6 0 1 0 .1 0M31 26a6 6 0 1 0 .1 0M23 14a5.500 5.500 0 1 0 .1 0M37 17a4 4 0 1 0 .1 0M9 18a3 3 0 1 0 .1 0',
    fill: 'M15 26a6 6 0 1 0 .1 0M31 26a6 6 0 1 0 .1 0M23 14a5.500 5.500 0 1 0 .1 0',
  },
}
</script>

<template>
  <svg viewBox="0 0 48 48" fill="none" stroke-linecap="round" stroke-linejoin="round" aria-hidden="true">
    <path v-if="DRAWN[drawing].fill" :d="DRAWN[drawing].fill" class="fill-well" stroke="none" />
    <path :d="DRAWN[drawing].line" stroke="currentColor" stroke-width="1.8" />
  </svg>
</template>
