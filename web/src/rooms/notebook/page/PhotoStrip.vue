<script setup lang="ts">
import { ref } from 'vue'
import type { Api } from '@/api/client'
import { dayAndHour } from '@/units/format'

/** Photographs of a batch: looked at, added from the camera or a file, taken away. */
const props = defineProps<{ photos: readonly Api<'PhotoTold'>[]; most: number; busy: boolean }>()
const emit = defineEmits<{ add: [files: File[]]; remove: [id: number] }>()

const open = ref<number>()
const picker = ref<HTMLInputElement>()
function chosen(): void {
  const files = [...(picker.value?.files ?? [])]
  if (files.length) emit('add', files)
  if (picker.value) picker.value.value = ''
}
const told = (p: Api<'PhotoTold'>, i: number) =>
  `Photograph ${i + 1} of ${props.photos.length}, added ${dayAndHour(p.at_ms)}`
</script>

<template>
  <section class="photos" aria-label="Photographs">
    <h2>Photographs</h2>
    <ul v-if="photos.length">
      <li v-for="(p, i) in photos" :key="p.id" :class="{ open: open === p.id }">
        <v-btn
          class="picture"
          :aria-expanded="open === p.id"
          @click="open = open === p.id ? undefined : p.id"
        >
          <img
            :src="`/api/v1/photos/${p.id}${open === p.id ? '' : '?small=true'}`"
            :alt="told(p, i)"
            :width="p.width_px"
            :height="p.height_px"
            loading="lazy"
          />
        </v-btn>
        <v-btn v-if="open === p.id" class="key" :disabled="busy" @click="emit('remove', p.id)">
          Take this one away
        </v-btn>
      </li>
    </ul>
    <p class="add">
      <v-btn class="key" :disabled="busy || photos.length >= most" @click="picker?.click()">
        {{ busy ? 'Adding…' : 'Add a photograph' }}
      </v-btn>
      <!-- Raw: the camera or album of the device, opened by the key beside it. -->
      <input
        ref="picker"
        type="file"
        accept="image/jpeg,image/png,image/webp"
        multiple
        hidden
        aria-label="Photographs to add"
        @change="chosen"
      />
      <span class="small soft">
        {{ photos.length }} of {{ most }}. Place and camera are left out.
      </span>
    </p>
  </section>
</template>

<style scoped>
ul {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3);
  margin: 0 0 var(--gap-3);
  padding: 0;
  list-style: none;
}

.picture {
  display: block;
  padding: 0;
  border: var(--line) solid var(--steel-strong);
  border-radius: var(--corner);
  background: none;
  cursor: pointer;
}

img {
  display: block;
  width: auto;
  max-width: 100%;
  height: 9rem;
}

.open {
  flex-basis: 100%;
}

.open img {
  height: auto;
  max-height: 80vh;
}

.add {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3);
  align-items: center;
  margin: 0;
}

@media print {
  .add {
    display: none;
  }
}
</style>
