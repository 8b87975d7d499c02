<script setup lang="ts">
import { ref, shallowRef, watch } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { poured } from '@/batch/advice'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { about } from '@/units/format'

/** Something is wrong: by what she sees, what to do now, in this batch's grams and minutes. */
const props = defineProps<{ id: number; now_ms: number; has_scale: boolean }>()
const open = ref(false)
const found = shallowRef<Api<'Rescue'>>()
const trouble = ref('')

async function look(): Promise<void> {
  try {
    found.value = await answer(
      api.GET('/api/v1/batches/{id}/rescue', { params: { path: { id: props.id } } }),
    )
    trouble.value = ''
  } catch (thrown) {
    trouble.value = wordsOf(thrown)
  }
}
watch([open, () => Math.floor(props.now_ms / 10_000)], () => open.value && void look())
watch(
  () => props.id,
  () => (open.value = false),
)

const amount = (g: number) => poured(g, props.has_scale)
function say(sum: Api<'Sum'>): { sign: string; now: string } {
  switch (sum.kind) {
    case 'under':
      return {
        sign: 'The syrup is too thin',
        now: `${amount(sum.lose_g)} of water have to go off${sum.for_s == null ? '' : `: about ${about(sum.for_s)} more on this flame`}.`,
      }
    case 'over':
      return {
        sign: 'The syrup went too far',
        now: `Pour ${amount(sum.pour_g)} of hot water in, slowly and down the side: it spits. Back to the boil, and test.`,
      }
    case 'grained':
      return {
        sign: 'The syrup is grainy',
        now: `Pour ${amount(sum.pour_g)} of hot water in, slowly, with a few drops of lime. Stir until no grain is left, then boil anew without stirring.`,
      }
    case 'will_not_set':
      return {
        sign: 'It will not come together',
        now: `Back on the flame: ${amount(sum.lose_g)} of water have to go off, about ${about(sum.for_s)}.`,
      }
    case 'too_dry':
      return {
        sign: 'It is dry and falls apart',
        now: `Work ${amount(sum.work_in_g)} of hot milk or water in, a spoon at a time.`,
      }
  }
}
</script>

<template>
  <section class="rescue" aria-label="Rescue">
    <button type="button" class="key" :aria-expanded="open" @click="open = !open">
      {{ open ? 'All is well again' : 'Something is wrong' }}
    </button>
    <TroubleNote v-if="open && trouble" :words="trouble" />
    <template v-if="open && found">
      <details v-for="sum in found.sums" :key="sum.kind">
        <summary>{{ say(sum).sign }}</summary>
        <p class="now">{{ say(sum).now }}</p>
      </details>
      <details v-for="m in found.mistakes" :key="m.sign">
        <summary>{{ m.sign }}</summary>
        <p class="now">{{ m.now }}</p>
        <p class="soft">{{ m.cause }} Next time: {{ m.next_time }}</p>
      </details>
      <p v-if="!found.sums.length && !found.mistakes.length" class="soft">
        Nothing is known to go wrong here. Take the pan off the flame first, then think.
      </p>
    </template>
  </section>
</template>

<style scoped>
.rescue {
  display: grid;
  justify-items: start;
}

details {
  width: 100%;
  border-bottom: var(--line) solid var(--steel);
}

summary {
  display: flex;
  align-items: center;
  min-height: var(--touch);
  font-size: var(--size-lead);
  font-weight: 600;
  cursor: pointer;
}

p {
  max-width: 38rem;
  margin: 0 0 var(--gap-3);
}

.now {
  font-size: var(--size-lead);
}
</style>
