<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import LineField from '@/look/pieces/LineField.vue'
import MethodFacts from '@/rooms/sweets/page/MethodFacts.vue'

/** What a sweet and its method are called besides, what is said of them, and what it ends up as. Edits the draft in place. */
const draft = defineModel<Api<'Sweet'>>('draft', { required: true })
const method = defineModel<Api<'Method'>>('method', { required: true })
defineEmits<{ another: []; without: [] }>()

const aliases = computed({
  get: () => draft.value.aliases?.join(', ') ?? '',
  set: (text: string) => {
    draft.value.aliases = text
      .split(',')
      .map((a) => a.trim())
      .filter(Boolean)
  },
})
</script>

<template>
  <div class="more">
    <div class="names">
      <LineField v-model="aliases" label="Other names, between commas" />
      <v-textarea v-model="draft.about" label="In one sentence" rows="1" auto-grow class="about" />
    </div>
    <p>
      <v-btn class="key" @click="$emit('another')">Another way of making it</v-btn>
      <v-btn v-if="draft.methods.length > 1" class="key" @click="$emit('without')">
        Take this way out
      </v-btn>
    </p>
    <div class="names">
      <LineField v-model="method.name" label="Name of the method" />
      <v-textarea
        v-model="method.about"
        label="What is particular about it"
        rows="1"
        auto-grow
        class="about"
      />
    </div>
    <MethodFacts :model-value="method" />
  </div>
</template>

<style scoped>
.more {
  display: grid;
  gap: var(--gap-4);
  padding: var(--gap-3) 0;
}

.names {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(14rem, 100%), 1fr));
  gap: var(--gap-3) var(--gap-5);
}

.about {
  grid-column: 1 / -1;
}

p {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  margin: 0;
}
</style>
