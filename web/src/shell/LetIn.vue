<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import EventButton from '@/look/pieces/EventButton.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import LineField from '@/look/pieces/LineField.vue'

/** The door for a phone or tablet: by the code it scanned, or by the kitchen's passcode. */
const emit = defineEmits<{ in: [] }>()

/** The code stands behind the hash of the address that was scanned, and nowhere else. */
const code = ref(location.pathname === '/let-in' ? location.hash.slice(1) : '')
const name = ref(guess())
const passcode = ref('')
const door = shallowRef<Api<'DoorView'>>()
const trouble = ref('')
const busy = ref(false)

function guess(): string {
  const agent = navigator.userAgent
  if (/iPad|Tablet/.test(agent)) return 'Tablet'
  return /Mobi|Android|iPhone/.test(agent) ? 'Phone' : 'Computer'
}
const open = computed(() => door.value?.way === 'network_plain')

onMounted(async () => {
  door.value = await answer(api.GET('/api/v1/door')).catch(() => undefined)
  if (door.value?.let_in) emit('in')
})
async function enter(): Promise<void> {
  busy.value = true
  try {
    const body = { name: name.value }
    const seen = code.value
      ? await answer(api.POST('/api/v1/door/pair', { body: { ...body, code: code.value } }))
      : await answer(
          api.POST('/api/v1/door/enter', { body: { ...body, passcode: passcode.value } }),
        )
    passcode.value = ''
    if (seen.let_in) emit('in')
  } catch (thrown) {
    trouble.value = wordsOf(thrown)
    // A code is good once: what is left is the passcode.
    code.value = ''
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form class="door" @submit.prevent="enter">
    <h1>Come into the kitchen</h1>
    <p class="lead">
      <template v-if="code">Say what to call this device, and it is in.</template>
      <template v-else>
        Enter the kitchen’s passcode. Or let the kitchen’s computer show a code (Kitchen, Phones and
        tablets) and scan it with this device.
      </template>
    </p>
    <TroubleNote v-if="trouble" :words="trouble" />
    <LineField v-model="name" label="This device is called" maxlength="60" autocomplete="off" />
    <LineField
      v-if="!code"
      v-model="passcode"
      label="Passcode"
      type="password"
      autocomplete="current-password"
    />
    <EventButton
      words="Let me in"
      :busy="busy"
      :disabled="!code && passcode.length < 8"
      @happened="enter"
    />
    <p v-if="open" class="caution">
      This address is not behind the kitchen’s certificate: everyone on the network can read along,
      the screen may fall asleep while you cook, and links are not copied.
    </p>
  </form>
</template>

<style scoped>
.door {
  display: grid;
  gap: var(--gap-4);
  max-width: 30rem;
  margin: var(--gap-6) auto;
}

p {
  margin: 0;
}

.lead {
  font-size: var(--size-lead);
}
</style>
