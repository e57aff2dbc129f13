import { createApp } from 'vue';
import { createPinia } from 'pinia';
import App from './App.vue';
import { router } from './router.ts';
import './styles/base.css';
import 'element-plus/theme-chalk/base.css';
import 'element-plus/es/components/message-box/style/css';
import './styles/element.css';
import { VueQueryPlugin } from '@tanstack/vue-query';
import { queries } from './api/queries.ts';
import { applyTheme } from './composables/theme.ts';

applyTheme();
createApp(App).use(createPinia()).use(router).use(VueQueryPlugin, { queryClient: queries }).mount('#app');
