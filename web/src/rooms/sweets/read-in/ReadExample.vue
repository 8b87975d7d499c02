<script setup lang="ts">
/** What a text is taken for, line by line, before one was pasted; it can be laid in to try. */
defineEmits<{ lay: [text: string] }>()
const LINES = [
  { text: 'Besan ladoo', as: 'the name' },
  { text: 'makes about 20', as: 'how much it makes' },
  { text: '2½ cups gram flour', as: 'an amount, and of what' },
  { text: '150 g ghee', as: 'an amount, and of what' },
  { text: '1 1/4 cups powdered sugar', as: 'an amount, and of what' },
  {
    text: 'Roast the flour in the ghee on a low flame for 25 minutes until it smells nutty.',
    as: 'a step: its flame, its time, and when it is done',
  },
  { text: 'Let it cool until warm, mix in the sugar and roll.', as: 'a step' },
]
const text = LINES.map((l) => l.text).join('\n')
</script>

<template>
  <section class="example" aria-labelledby="example">
    <h2 id="example">So it is read</h2>
    <dl>
      <div v-for="l in LINES" :key="l.text">
        <dt>{{ l.text }}</dt>
        <dd class="soft">{{ l.as }}</dd>
      </div>
    </dl>
    <v-btn class="key" @click="$emit('lay', text)">Lay this one in, to try</v-btn>
  </section>
</template>

<style scoped>
.example {
  display: grid;
  gap: var(--gap-3);
  justify-items: start;
}

h2,
dl,
dd {
  margin: 0;
}

dl {
  width: 100%;
  border-bottom: var(--line) solid var(--steel);
}

dl div {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: var(--gap-4);
  padding: var(--gap-1) 0;
  border-top: var(--line) solid var(--steel);
}
</style>
