import { createApp } from 'vue';
import { createPinia } from 'pinia';
import App from './App.vue';
import { router } from './router.ts';
import './styles/base.css';
import 'element-plus/theme-chalk/base.css';
import 'element-plus/es/components/message-box/style/css';
import './styles/element.css';
import { provideGlobalConfig } from 'element-plus/es/components/config-provider/index.mjs';
import english from 'element-plus/es/locale/lang/en.mjs';
import { VueQueryPlugin } from '@tanstack/vue-query';
import { queries } from './api/queries.ts';
import { applyTheme } from './composables/theme.ts';

applyTheme();
const app = createApp(App);
// The little cross behind a chosen value.
provideGlobalConfig({ locale: { ...english, el: { ...english.el, tag: { close: 'Remove' } } } }, app, true);
app.use(createPinia()).use(router).use(VueQueryPlugin, { queryClient: queries }).mount('#app');
