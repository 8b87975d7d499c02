<script setup lang="ts">
import { ref } from 'vue'

/**
 * What is seldom needed, folded away under its words; `plate` where the words look like a key, `heading` where they are the
 * heading of a part of the page, with what stands there in short beside them.
 */
const props = defineProps<{
  title?: string
  note?: string
  plate?: boolean
  heading?: boolean
  open?: boolean
}>()
const shown = ref(props.open ? 0 : undefined)
</script>

<template>
  <v-expansion-panels v-model="shown" class="fold">
    <v-expansion-panel>
      <component :is="heading ? 'h2' : 'div'" class="title">
        <v-expansion-panel-title :class="{ key: plate }">
          <span
            ><slot name="title">{{ title }}</slot
            ><span v-if="note" class="note">{{ note }}</span></span
          >
        </v-expansion-panel-title>
      </component>
      <v-expansion-panel-text><slot /></v-expansion-panel-text>
    </v-expansion-panel>
  </v-expansion-panels>
</template>

<style scoped>
.title {
  margin: 0;
}

h2 .v-expansion-panel-title {
  font-weight: inherit;
}

.note {
  display: block;
  color: var(--ink-soft);
  font-family: var(--text-face);
  font-size: var(--size-body);
  font-weight: 400;
  letter-spacing: 0;
}
</style>
