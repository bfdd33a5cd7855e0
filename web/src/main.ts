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
import { useSession } from './stores/session';
import './styles/main.css';

const app = createApp(App).use(createPinia()).use(router).use(vuetify);
app.config.errorHandler = (error) => {
  // A fault of ours must not pass in silence; the project as last edited is kept.
  console.error(error);
  const text = error instanceof Error ? error.message : String(error);
  useSession().message = { text: `That did not work: ${text}. The project is as it was.`, tone: 'wrong' };
};
app.mount('#app');
