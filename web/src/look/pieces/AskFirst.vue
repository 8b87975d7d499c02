<script setup lang="ts">
/** One question before something is lost; the harmless answer stands first. */
defineProps<{ title: string; words?: string; yes: string; no: string }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ yes: [] }>()
function answer(): void {
  open.value = false
  emit('yes')
}
</script>

<template>
  <v-dialog v-model="open" role="alertdialog" :aria-label="title" max-width="30rem">
    <section class="asked">
      <p>
        <strong>{{ title }}</strong> {{ words }}
      </p>
      <v-btn class="key" autofocus @click="open = false">{{ no }}</v-btn>
      <v-btn class="key strong" @click="answer">{{ yes }}</v-btn>
    </section>
  </v-dialog>
</template>

<style scoped>
.asked {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3);
  padding: var(--gap-5);
  border: var(--line) solid var(--steel-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  color: var(--ink);
}

p {
  flex: 1 0 100%;
  margin: 0;
  font-size: var(--size-lead);
}
</style>
