<script setup lang="ts">
import { useFaults } from './useFaults'
import { useYardFile } from '~/features/keeping'
/** An error occurred: what it was, and what to do so that nothing is lost. */
const { fault } = useFaults()
const { exportYard } = useYardFile()
const again = () => location.reload()
</script>

<template>
  <div
    role="alert"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-oxide bg-oxide-wash px-4 py-2"
    data-testid="fault"
  >
    <p class="flex-1 basis-80">
      <b class="text-oxide">An error occurred.</b> What the header calls saved is safe. Loading the page again
      usually mends it; if not, save a backup and send this line with a report:
      <samp class="font-sans font-semibold break-words">{{ fault }}</samp>
    </p>
    <button class="btn btn-next" @click="again">Load again</button>
    <button class="btn" @click="exportYard">Save a backup</button>
    <button class="btn" @click="fault = ''">Go on</button>
  </div>
</template>
