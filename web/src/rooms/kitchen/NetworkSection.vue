<script setup lang="ts">
import FoldSection from '@/look/pieces/FoldSection.vue'
import { useIntervalFn } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { useChanges } from '@/live/changes'
import { serverNow } from '@/live/serverTime'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { clock, dayAndHour } from '@/units/format'
import CodePicture from './CodePicture.vue'
import LineField from '@/look/pieces/LineField.vue'

/** Phones and tablets: whether the kitchen's network is let in, by which code, and who was. */
const view = shallowRef<Api<'NetworkView'>>()
const pairing = shallowRef<Api<'PairingView'>>()
const passcode = ref('')
const changing = ref(false)
const trouble = ref('')
const busy = ref(false)
const left_s = ref(0)

async function act(call: () => Promise<Api<'NetworkView'>>): Promise<boolean> {
  busy.value = true
  try {
    view.value = await call()
    trouble.value = ''
    return true
  } catch (thrown) {
    trouble.value = wordsOf(thrown)
    return false
  } finally {
    busy.value = false
  }
}
const load = () => act(() => answer(api.GET('/api/v1/network')))
void load()
useChanges((change) => {
  if (change === 'reconnected') return void load()
  if (change.kind !== 'devices') return
  // Whoever came in used the code up.
  pairing.value = undefined
  void load()
})

async function setPasscode(): Promise<void> {
  const body = { passcode: passcode.value }
  if (!(await act(() => answer(api.PUT('/api/v1/network/passcode', { body }))))) return
  passcode.value = ''
  changing.value = false
}
const turn = (open: boolean) =>
  act(() => answer(api.PUT('/api/v1/network', { body: { open } }))).then(
    () => (pairing.value = undefined),
  )
async function showCode(): Promise<void> {
  try {
    pairing.value = await answer(api.POST('/api/v1/network/pairing'))
    trouble.value = ''
    tick()
  } catch (thrown) {
    trouble.value = wordsOf(thrown)
  }
}
const putOut = (id: number) =>
  act(() => answer(api.DELETE('/api/v1/network/devices/{id}', { params: { path: { id } } })))

function tick(): void {
  left_s.value = pairing.value ? (pairing.value.until_ms - serverNow()) / 1000 : 0
  if (pairing.value && left_s.value <= 0) pairing.value = undefined
}
useIntervalFn(tick, 1000)
const note = computed(() => {
  const of = view.value
  if (!of?.open) return of ? 'not let in' : ''
  return of.devices.length === 1 ? '1 is let in' : `${of.devices.length} are let in`
})
const asks = computed(() => view.value?.may_change && (!view.value.passcode_set || changing.value))
</script>

<template>
  <FoldSection title="Phones and tablets" :note="note" class="network">
    <TroubleNote v-if="trouble" :words="trouble" />
    <template v-if="view">
      <p v-if="!view.open" class="soft">
        Unctum is reached from this computer only. Let the kitchen’s network in, and a phone can
        stand at the hob.
      </p>
      <p v-else>
        In the kitchen it is reached at
        <span v-for="(a, i) in view.addresses" :key="a"
          ><template v-if="i">, or </template><strong class="address">{{ a }}</strong></span
        >.
      </p>
      <p v-if="view.open && view.plain" class="caution">
        It is also let in without the certificate: whoever is on the network can read along.
      </p>

      <form v-if="asks" class="passcode" @submit.prevent="setPasscode">
        <LineField
          v-model="passcode"
          label="A passcode: 8 characters or more"
          type="password"
          autocomplete="new-password"
        />
        <v-btn type="submit" class="key strong" :disabled="busy || passcode.length < 8">
          Set it
        </v-btn>
        <p class="small soft">A few words of your own are easy to say across a kitchen.</p>
        <p v-if="view.devices.length" class="small soft">
          Devices that came in under the old one have to come in again.
        </p>
      </form>
      <div v-if="view.may_change" class="keys">
        <v-btn
          v-if="view.passcode_set"
          class="key"
          :class="{ strong: !view.open }"
          :disabled="busy"
          @click="turn(!view.open)"
        >
          {{ view.open ? 'Shut the network out' : 'Let the network in' }}
        </v-btn>
        <v-btn v-if="view.open" class="key strong" @click="showCode"> Let a phone in </v-btn>
        <v-btn v-if="view.passcode_set && !changing" class="key" @click="changing = true">
          Another passcode
        </v-btn>
      </div>
      <p v-else class="small soft">The network is opened and shut at the kitchen’s computer.</p>

      <div v-if="pairing" class="pairing">
        <CodePicture :rows="pairing.rows" />
        <div>
          <p><strong>Scan this with the phone’s camera.</strong></p>
          <p>
            Good once, for <span class="figures">{{ clock(left_s) }}</span> more. The phone will say
            that it does not know the certificate: it is this kitchen’s own.
          </p>
          <p v-if="view.fingerprint" class="small soft print">
            Its SHA-256: {{ view.fingerprint }}
          </p>
        </div>
      </div>

      <ul v-if="view.devices.length" class="devices">
        <li v-for="d in view.devices" :key="d.id">
          <span>
            <strong>{{ d.name }}</strong><template v-if="d.this_one"> (this one)</template>
            <span class="small soft"
              >in since {{ dayAndHour(d.since_ms) }}, last seen {{ dayAndHour(d.seen_ms) }}</span
            >
          </span>
          <v-btn
            class="key"
            :aria-label="`Put ${d.name} out`"
            :disabled="busy"
            @click="putOut(d.id)"
          >
            Put it out
          </v-btn>
        </li>
      </ul>
      <p v-else-if="view.open" class="soft">No device was let in yet.</p>
    </template>
  </FoldSection>
</template>

<style scoped>
.network {
  display: grid;
  gap: var(--gap-3);
  align-content: start;
}

p {
  margin: 0;
}

.address {
  overflow-wrap: anywhere;
}

.keys,
.pairing {
  display: flex;
  flex-wrap: wrap;
  align-items: start;
  gap: var(--gap-3) var(--gap-4);
}

.pairing > div {
  flex: 1 1 14rem;
  display: grid;
  gap: var(--gap-2);
}

.print {
  overflow-wrap: anywhere;
}

.passcode {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: var(--gap-3);
  align-items: center;
}

.passcode p {
  grid-column: 1 / -1;
}

.devices {
  list-style: none;
  margin: 0;
  padding: 0;
}

.devices li {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: var(--gap-4);
  padding: var(--gap-2) 0;
  border-top: var(--line) solid var(--steel);
}

.devices .small {
  display: block;
}
</style>
