<script setup lang="ts">
import { format } from 'date-fns'
import { onMounted } from 'vue'
import { useBackupFolder } from './useBackupFolder'

/** A folder that backups write themselves into: chosen, asleep, or at work. */
const emit = defineEmits<{ written: [] }>()
const folder = useBackupFolder()
const { offered, state, name, fault, lastWritten } = folder
const after = async (work: Promise<boolean>) => {
  if (await work) emit('written')
}
onMounted(() => void folder.look())
</script>

<template>
  <div class="mt-4 border-t border-line pt-3" data-testid="folder">
    <p v-if="!offered" class="text-soft">
      This browser cannot write into a folder by itself. Save a file now and then.
    </p>
    <template v-else-if="state === 'none'">
      <p class="text-soft">
        Or let it write one a day into a folder by itself: after every 20 changes, and when you leave the
        page. Best is a folder that is copied to another machine.
      </p>
      <button class="btn mt-2" @click="after(folder.choose())">Choose a folder…</button>
    </template>
    <template v-else-if="state === 'asleep'">
      <p>
        The browser was started anew and wants your leave to write into <b>{{ name }}</b> again.
      </p>
      <div class="mt-2 flex flex-wrap gap-3">
        <button class="btn btn-next" @click="after(folder.wake())">Allow it</button>
        <button class="btn" @click="folder.leave()">Stop using the folder</button>
      </div>
    </template>
    <template v-else>
      <p>
        Writes itself into <b>{{ name }}</b><template v-if="lastWritten"
          >, last on {{ format(new Date(lastWritten), 'd MMM yyyy, HH:mm') }}</template
        >.
      </p>
      <div class="mt-2 flex flex-wrap gap-3">
        <button class="btn" @click="after(folder.write())">Write now</button>
        <button class="btn" @click="after(folder.choose())">Another folder…</button>
        <button class="btn" @click="folder.leave()">Stop using the folder</button>
      </div>
    </template>
    <p v-if="fault" role="alert" class="mt-2 font-semibold text-oxide">{{ fault }}</p>
  </div>
</template>
