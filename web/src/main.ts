import '@fontsource-variable/atkinson-hyperlegible-next/wght.css'
import '@fontsource-variable/eczar/wght.css'
import 'vuetify/styles/core'
import './look/base.css'
import './look/fields.css'
import './look/clothes.css'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { watchMissingRooms } from './live/missingRoom'
import { vuetify } from './look/vuetify'
import { router } from './router'

const app = createApp(App).use(createPinia()).use(vuetify)
watchMissingRooms(router)
app.use(router).mount('#app')
