<script setup lang="ts">
import { counted } from '~/shared/units/figures'
import { t } from '~/words'
import { useGroup } from './group-store'

/** A device that joins has a yard already: what is to become of it is for the person to say. */
const group = useGroup()
</script>

<template>
  <section v-if="group.asks" class="slab mb-4 max-w-2xl p-4" role="alert" data-testid="own-yard">
    <h2 class="chalk mb-2">{{ t('group.own-data-heading') }}</h2>
    <p>
      {{
        t('group.own-data-question', {
          lots: counted(group.asks.lots, 'lot'),
          heats: counted(group.asks.heats, 'heat'),
        })
      }}
    </p>
    <p class="mt-1 text-soft">{{ t('group.own-data-hint') }}</p>
    <div class="mt-3 flex flex-wrap gap-3">
      <button class="btn btn-next" @click="group.takeOver('both')">{{ t('group.own-data-add') }}</button>
      <button class="btn" @click="group.takeOver('theirs')">{{ t('group.own-data-drop') }}</button>
    </div>
  </section>
</template>
