import '@fontsource/commissioner/latin-400.css';
import '@fontsource/commissioner/latin-600.css';
import '@fontsource/commissioner/latin-700.css';
import '@fontsource/commissioner/latin-ext-400.css';
import '@fontsource/spline-sans-mono/latin-400.css';
import '@fontsource/spline-sans-mono/latin-600.css';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './App.vue';
import { vuetify } from './plugins';
import { router } from './router';
import './styles/main.css';

createApp(App).use(createPinia()).use(router).use(vuetify).mount('#app');
