<script setup lang="ts">
import { t } from '~/words'
import { heatStamp } from '#core/heat'
import { computed } from 'vue'

/** A heat's number as if punched into metal, one punch a character. */
const props = defineProps<{ number: number; size?: 'small' | 'large' }>()
const punches = computed(() =>
  [...heatStamp(props.number)].map((character, index) => ({
    character,
    // Hand-held punches never stand quite true; the lean depends only on the number.
    tilt: (((props.number * 7 + index * 13) % 7) - 3) * 0.9,
    drop: ((props.number * 5 + index * 11) % 3) - 1,
  })),
)
</script>

<template>
  <span
    class="stamp-plate"
    :class="size ?? 'small'"
    :aria-label="t('shared-heat.stamp-label', { heatNumber: heatStamp(number) })"
    role="img"
  >
    <span
      v-for="(punch, index) in punches"
      :key="index"
      aria-hidden="true"
      :style="{ transform: `translateY(${punch.drop}px) rotate(${punch.tilt}deg)` }"
      >{{ punch.character }}</span
    >
  </span>
</template>

<style scoped>
.stamp-plate {
  display: inline-flex;
  gap: 0.06em;
  padding: 0.1em 0.38em 0.14em;
  background: linear-gradient(175deg, #cdb896, #b79c72 55%, #c6ae86);
  color: #2a1d0f;
  border-radius: 3px 5px 4px 6px;
  box-shadow:
    inset 0 1px 0 #eadbbd,
    inset 0 -2px 0 #8d744d;
  font-family: var(--font-stamp);
  font-weight: 800;
  line-height: 1.05;
  white-space: nowrap;
}
.stamp-plate span {
  display: inline-block;
  text-shadow: 0 1px 0 #ecdcba;
}
.small {
  font-size: 1.35rem;
}
.large {
  font-size: 2.4rem;
}
</style>
