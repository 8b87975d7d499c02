<script setup lang="ts">
import { computed } from 'vue'
import { useDisplay } from 'vuetify'
import { useKitchen } from '@/live/kitchen'
import { celsius, degreeUnit, number } from '@/units/format'
import { ROOMS } from './rooms'

/** The steel edge that every room shares: its name, the rooms in the order of the work, the air. */
defineProps<{ dark: boolean; shut: boolean }>()
defineEmits<{ turn: [] }>()

/** On a phone the rooms lie at the thumb. */
const { mobile } = useDisplay()
const kitchen = useKitchen()
const air = computed(() => {
  const view = kitchen.view
  if (!view) return undefined
  const altitude = view.kitchen.room.altitude_m
  const place = altitude == null ? view.kitchen.name : `${view.kitchen.name}, ${number(altitude)} m`
  return { place, boil: `water boils at ${celsius(view.water_boil_c)} ${degreeUnit()}` }
})
</script>

<template>
  <v-app-bar class="strip" height="auto" flat>
    <router-link class="name" to="/" aria-label="Unctum, to the stove">Unctum</router-link>
    <nav v-if="!shut && !mobile" aria-label="Rooms">
      <v-btn
        v-for="r in ROOMS"
        :key="r.room"
        :to="r.to"
        class="to"
        :class="{ here: $route.meta.room === r.room }"
        :aria-current="$route.meta.room === r.room ? 'page' : undefined"
        >{{ r.name }}</v-btn
      >
    </nav>
    <p v-if="air" class="air figures">
      <span>{{ air.place }}</span> <span>{{ air.boil }}</span>
    </p>
    <v-btn class="turn" @click="$emit('turn')">
      <svg viewBox="0 0 24 24" width="22" height="22" aria-hidden="true">
        <path
          d="M12.200 3.700c4.700.1 8.200 3.700 8.200 8.300.1 4.600-3.600 8.300-8.200 8.300-4.700 0-8.400-3.600-8.400-8.200.1-4.700 3.700-8.400 8.400-8.400"
        />
        <path
          class="half"
          d="M12.100 3.700c-6.900 3-6.800 13.800 0 16.600 10.900-.1 11-16.400 0-16.600z"
        />
      </svg>
      <span class="only-heard">{{ dark ? 'Daylight colours' : 'Evening colours' }}</span>
    </v-btn>
  </v-app-bar>
</template>

<style scoped>
.strip {
  padding: 0 clamp(var(--gap-4), 3vw, var(--gap-7));
  border-bottom: var(--line) solid var(--steel-strong);
  /* Brushed steel: hairlines a shade apart. */
  background: repeating-linear-gradient(
    to bottom,
    var(--well) 0 2px,
    color-mix(in srgb, var(--well) 92%, var(--steel)) 2px 3px
  );
}

.strip :deep(.v-toolbar__content) {
  display: flex;
  flex-wrap: wrap;
  align-items: stretch;
  gap: var(--gap-5);
}

.name {
  display: flex;
  align-items: center;
  min-height: 2.75rem;
  align-self: center;
  font-family: var(--display-face);
  font-size: 1.625rem;
  font-weight: 700;
  text-decoration: none;
  line-height: 1;
  padding-top: 0.2em;
}

nav {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-4);
  margin-left: var(--gap-4);
}

.to {
  display: flex;
  align-items: center;
  min-height: var(--touch);
  padding: 0 var(--gap-2);
  text-decoration: none;
  border-bottom: 4px solid transparent;
  border-top: 4px solid transparent;
  white-space: nowrap;
}

.to:hover {
  border-bottom-color: var(--steel-strong);
}

.to.here {
  border-bottom-color: var(--ink);
  font-weight: 650;
}

.air {
  flex: 0 1 auto;
  min-width: 0;
  display: flex;
  flex-direction: column;
  justify-content: center;
  margin: 0 0 0 auto;
  color: var(--ink-soft);
  font-size: var(--size-small);
  line-height: 1.25;
  text-align: right;
}

.turn {
  align-self: center;
  width: 2.75rem;
  height: 2.75rem;
  background: none;
  border: 0;
  color: inherit;
  cursor: pointer;
}

.turn path {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.75;
}

.turn .half {
  fill: currentColor;
  stroke: none;
}

@media (max-width: 640px) {
  .strip :deep(.v-toolbar__content) {
    gap: var(--gap-2);
  }

  .name {
    padding: var(--gap-3) 0 var(--gap-2);
  }
}

/* A phone on its side has no height to spare. */
@media (max-height: 480px) {
  .air {
    display: none;
  }

  .turn {
    margin-left: auto;
  }
}

@media print {
  .strip {
    display: none;
  }
}
</style>
