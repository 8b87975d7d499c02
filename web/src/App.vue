<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useDisplay } from 'vuetify'
import { useLight } from './look/light'
import TroubleNote from './look/pieces/TroubleNote.vue'
import { lookAnew, useChanges } from './live/changes'
import { useAlarm } from './live/alarm'
import { useGoing } from './live/going'
import { useKitchen } from './live/kitchen'
import { useOutbox } from './live/outbox'
import { useReach } from './live/reach'
import { usePrompts } from './live/prompts'
import { useTitle } from './live/title'
import CalledOut from './shell/CalledOut.vue'
import CallStrip from './shell/CallStrip.vue'
import DeadPlace from './shell/DeadPlace.vue'
import ReachNote from './shell/ReachNote.vue'
import RoomsBelow from './shell/RoomsBelow.vue'
import RoomsStrip from './shell/RoomsStrip.vue'

const reach = useReach()
reach.watchOver()
reach.onBack(lookAnew)
void useOutbox().load()

const kitchen = useKitchen()
void kitchen.load()
useChanges((change) => {
  // A device that was put out is told so by the first thing it asks for.
  if (change === 'reconnected' || ['kitchen', 'devices'].includes(change.kind)) void kitchen.load()
})

useGoing().follow()
useAlarm()
usePrompts()
useTitle()

// A phone that was not let in yet sees the door, whatever room it asked for.
const router = useRouter()
const route = useRoute()
// Fetched by who stands there: its fields are no part of what the stove needs first.
const LetIn = defineAsyncComponent(() => import('./shell/LetIn.vue'))
const atDoor = computed(() => reach.shut_out || route.path === '/let-in')
async function comeIn(): Promise<void> {
  reach.shut_out = false
  lookAnew()
  if (route.path === '/let-in') await router.replace('/')
}

const { light, turn } = useLight()
const { mobile } = useDisplay()
</script>

<template>
  <v-app>
    <a class="skip key" href="#room">To the room</a>
    <RoomsStrip :dark="light === 'slate'" :shut="atDoor" @turn="turn" />
    <CallStrip v-if="!atDoor" />
    <CalledOut v-if="!atDoor" />
    <DeadPlace />
    <v-main id="room" tabindex="-1">
      <ReachNote />
      <LetIn v-if="atDoor" @in="comeIn" />
      <template v-else>
        <TroubleNote v-if="kitchen.trouble && !reach.lost" :words="kitchen.trouble" />
        <router-view />
      </template>
    </v-main>
    <RoomsBelow v-if="mobile && !atDoor" />
  </v-app>
</template>

<style scoped>
/* Rooms lay themselves out by how many words fit, so that larger text folds them as a narrow screen does. */
.v-main {
  container: room / inline-size;
  width: 100%;
  max-width: 88rem;
  margin: 0 auto;
  padding: var(--gap-5) clamp(var(--gap-4), 3vw, var(--gap-7)) var(--gap-7);
}

.v-main:focus {
  outline: none;
}

.skip {
  position: absolute;
  left: -999rem;
  z-index: 10;
}

.skip:focus {
  left: var(--gap-2);
  top: var(--gap-2);
}

@media (max-width: 640px) {
  .v-main {
    padding-top: var(--gap-4);
    padding-bottom: 6rem;
  }
}

@media print {
  .v-main {
    padding: 0;
  }
}
</style>
