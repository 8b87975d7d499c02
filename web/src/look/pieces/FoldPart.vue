<script setup lang="ts">
import { ref } from 'vue'

/** What is seldom needed, folded away under its words; `plate` where the words look like a key. */
const props = defineProps<{ title?: string; plate?: boolean; open?: boolean }>()
const shown = ref(props.open ? 0 : undefined)
</script>

<template>
  <v-expansion-panels v-model="shown" class="fold">
    <v-expansion-panel>
      <v-expansion-panel-title :class="{ key: plate }">
        <span
          ><slot name="title">{{ title }}</slot></span
        >
      </v-expansion-panel-title>
      <v-expansion-panel-text><slot /></v-expansion-panel-text>
    </v-expansion-panel>
  </v-expansion-panels>
</template>
