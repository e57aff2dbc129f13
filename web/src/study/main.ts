import '../learner/page.css';
import './study.css';
import { createApp } from 'vue';
import { createRouter, createWebHistory } from 'vue-router';
import StudyApp from './StudyApp.vue';

const router = createRouter({
  history: createWebHistory(),
  routes: [
    {
      path: '/s/:slug/:address',
      children: [
        { path: 'find', component: () => import('./FindTool.vue') },
        { path: 'practise', component: () => import('./PractiseTool.vue') },
        { path: 'translate', component: () => import('./TranslateTool.vue') },
        { path: 'try-out', component: () => import('./TryOutTool.vue') },
        {
          path: 'bench',
          redirect: ({ path, query, hash }) => ({ path: path.replace(/bench$/, 'try-out'), query, hash }),
        },
        { path: 'own', component: () => import('./OwnTool.vue') },
      ],
    },
  ],
});
createApp(StudyApp).use(router).mount('#app');
