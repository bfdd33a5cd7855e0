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
import { fetchDemo } from './files/demos';
import { fetchPart, router } from './router';
import { useSession } from './stores/session';
import { reasonOf } from './words/keeping';
import './styles/main.css';

// What the address asks for comes while the page is being set up.
fetchPart(location.pathname);
fetchDemo(location.pathname);

const app = createApp(App).use(createPinia()).use(router).use(vuetify);
/** A fault of ours, or a part that cannot be fetched, must not pass in silence; the project as last edited is kept. */
function tell(error: unknown): void {
  console.error(error);
  useSession().message = { text: `That did not work: ${reasonOf(error)}. The project is as it was.`, tone: 'wrong' };
}
app.config.errorHandler = tell;
router.onError(tell);
app.mount('#app');
