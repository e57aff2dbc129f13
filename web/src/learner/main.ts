import { createApp } from 'vue';
import LearnerPage from './LearnerPage.vue';
import '../styles/base.css';
import './print.css';

createApp(LearnerPage).mount('#app');
