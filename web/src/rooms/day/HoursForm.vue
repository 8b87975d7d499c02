<script setup lang="ts">
import { ref } from 'vue'
import type { Api } from '@/api/client'
import LineField from '@/look/pieces/LineField.vue'
import AmountField from '@/look/pieces/AmountField.vue'

/** Who is in the kitchen when, and how it is planned. */
const props = defineProps<{ days: Api<'KitchenDays'>; told: Api<'DaysTold'> }>()
const emit = defineEmits<{ changed: [days: Api<'KitchenDays'>] }>()

const cooks = ref(
  props.days.cooks.map((c) => ({
    name: c.name,
    hours: props.told.midnights.map((m) => {
      const of = c.hours.find((h) => h.date === m.date)
      return {
        date: m.date,
        words: m.words,
        from: of?.from.slice(0, 5) ?? '',
        to: of?.to.slice(0, 5) ?? '',
      }
    }),
  })),
)
const margin = ref(props.days.margin_min ?? 30)
const spare = ref(props.days.spare_frac ?? 0.05)
const litres = ref(props.days.cold_litres ?? 60)
const more = () =>
  cooks.value.push({
    name: 'Helper',
    hours: props.told.midnights.map((m) => ({ date: m.date, words: m.words, from: '', to: '' })),
  })
/** “9”, “9.30” and “09:30” are the same clock. */
function clock(text: string): string {
  const [hour = '', minute = ''] = text.trim().split(/[:. ]/)
  return `${hour.padStart(2, '0')}:${minute.padEnd(2, '0')}:00`
}
function done(): void {
  emit('changed', {
    ...props.days,
    margin_min: Math.round(margin.value),
    spare_frac: spare.value,
    cold_litres: litres.value,
    // How long washing takes is her kitchen's.
    wash_min: null,
    cooks: cooks.value.map((c) => ({
      name: c.name,
      hours: c.hours
        .filter((h) => h.from && h.to)
        .map((h) => ({ date: h.date, from: clock(h.from), to: clock(h.to) })),
    })),
  })
}
</script>

<template>
  <form class="hours" aria-label="Hands and hours" @submit.prevent="done">
    <fieldset v-for="(cook, i) in cooks" :key="i">
      <legend class="only-heard">{{ cook.name }}</legend>
      <LineField v-model="cook.name" label="Who" maxlength="80" autocomplete="off" />
      <div v-for="h in cook.hours" :key="h.date" class="day">
        <span>{{ h.words }}</span>
        <LineField
          v-model="h.from"
          label="from"
          inputmode="numeric"
          placeholder="away"
          autocomplete="off"
        />
        <LineField
          v-model="h.to"
          label="to"
          inputmode="numeric"
          placeholder="away"
          autocomplete="off"
        />
      </div>
      <v-btn v-if="cooks.length > 1" class="key" @click="cooks.splice(i, 1)">
        Without {{ cook.name }}
      </v-btn>
    </fieldset>
    <div class="others">
      <AmountField v-model="margin" label="Ready before it is fetched" unit="min" accepts="any" />
      <AmountField v-model="spare" label="Spare pieces" kind="share" accepts="any" />
      <AmountField v-model="litres" label="Room in the refrigerator" unit="litres" accepts="any" />
    </div>
    <div class="keys">
      <v-btn v-if="cooks.length < 3" class="key" @click="more"> One more pair of hands </v-btn>
      <v-btn type="submit" class="key strong">Plan it so</v-btn>
    </div>
  </form>
</template>

<style scoped>
.hours {
  display: grid;
  gap: var(--gap-4);
}

fieldset {
  display: grid;
  gap: var(--gap-2);
  margin: 0;
  padding: 0;
  border: 0;
}

.day {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) 1fr 1fr;
  gap: var(--gap-3);
  align-items: center;
}

.others {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(9rem, 1fr));
  gap: var(--gap-3);
}

.keys {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}
</style>
