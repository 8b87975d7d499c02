<script setup lang="ts">
import { useKitchen } from '@/live/kitchen'
import StageMark from '@/look/marks/StageMark.vue'
import EventButton from '@/look/pieces/EventButton.vue'
import FigureValue from '@/look/pieces/FigureValue.vue'
import StageLadder from '@/look/pieces/StageLadder.vue'
import StepRow from '@/look/pieces/StepRow.vue'
import { inkOn, syrupColour } from '@/look/strata'

/** The base pieces side by side; docs/design.md explains them. */
const kitchen = useKitchen()
</script>

<template>
  <div class="pieces">
    <h1>Pieces</h1>
    <section class="ramp" aria-label="The ladder, its marks and its colours">
      <div
        v-for="s in kitchen.ladder"
        :key="s.key"
        :style="{ background: syrupColour(s.key), color: inkOn(s.key) }"
      >
        <StageMark :stage="s.key" :size="40" />
        <strong>{{ s.name }}</strong>
        <span class="small">{{ s.local_name }}</span>
      </div>
    </section>
    <section class="samples">
      <FigureValue
        label="shout: two metres away"
        size="shout"
        value="14"
        unit="g"
        low="11"
        high="17"
      />
      <FigureValue
        label="figure: at arm’s length"
        size="figure"
        value="103.6"
        unit="°C"
        low="102.9"
        high="104.3"
      />
      <FigureValue label="plain: in the hand" value="412" unit="ml" />
    </section>
    <section class="two">
      <StageLadder
        class="ladder"
        :stages="kitchen.ladder"
        :now="{ mid: 0.715, low: 0.7, high: 0.73 }"
        :target="0.7575"
        :from="0.6"
      />
      <div>
        <StepRow :number="1" title="Make everything ready" place="done" time="13:20" />
        <StepRow
          :number="2"
          title="Boil to one string"
          place="now"
          time="6:40"
          cue="A drop cooled on the plate pulls one string of about a centimetre"
        />
        <StepRow :number="3" title="Powder in at once" place="ahead" time="1–3 min" />
        <p class="caution">Never test from the pan: cool the drop on a plate first.</p>
        <EventButton words="All sugar has dissolved" hotkey="E" />
        <p class="keys">
          <v-btn class="key">Weigh <kbd>W</kbd></v-btn>
          <v-btn class="key" aria-pressed="true">Medium</v-btn>
          <v-btn class="key strong">Log it</v-btn>
          <v-btn class="key" disabled>Nothing to take back</v-btn>
        </p>
      </div>
    </section>
  </div>
</template>

<style scoped>
.pieces {
  display: grid;
  gap: var(--gap-5);
}

.ramp {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(6.5rem, 100%), 1fr));
}

.ramp div {
  display: grid;
  justify-items: start;
  align-content: start;
  gap: var(--gap-1);
  padding: var(--gap-3);
  min-height: 9rem;
  line-height: 1.2;
}

.samples {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: var(--gap-4) var(--gap-7);
}

.two {
  display: grid;
  grid-template-columns: minmax(0, 20rem) minmax(0, 1fr);
  gap: var(--gap-6);
}

.ladder {
  height: 22rem;
}

.keys {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}

@container room (max-width: 38rem) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
