import { createApp } from 'vue';
import { createPinia } from 'pinia';
import App from './App.vue';
import { router } from './router.ts';
import './styles/base.css';
import 'element-plus/theme-chalk/base.css';
import './styles/element.css';
import { applyTheme } from './parts/theme.ts';

applyTheme();
createApp(App).use(createPinia()).use(router).mount('#app');
