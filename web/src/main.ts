import '@fontsource-variable/atkinson-hyperlegible-next/wght.css'
import '@fontsource-variable/eczar/wght.css'
import 'vuetify/styles/core'
import './look/base.css'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { vuetify } from './look/vuetify'
import { router } from './router'

createApp(App).use(createPinia()).use(router).use(vuetify).mount('#app')
