<script setup lang="ts">
/** A key whose words open a few things to do. */
defineProps<{
  words: string
  items: readonly { name: string; note?: string; to?: string; act?: () => void }[]
}>()
</script>

<template>
  <v-menu>
    <template #activator="{ props: opens }">
      <v-btn class="key" v-bind="opens">{{ words }}</v-btn>
    </template>
    <v-list role="menu">
      <v-list-item
        v-for="i in items"
        :key="i.name"
        role="menuitem"
        v-bind="i.to ? { to: i.to } : {}"
        :title="i.name"
        :subtitle="i.note"
        @click="i.act?.()"
      />
    </v-list>
  </v-menu>
</template>
