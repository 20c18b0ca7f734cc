import '@fontsource/b612/latin-400.css';
import '@fontsource/b612/latin-700.css';
import './theme/base.css';
import { mount } from 'svelte';
import { registerSW } from 'virtual:pwa-register';
import App from './App.svelte';
import { newer } from './lib/shell/newer.svelte';

newer.take(registerSW({ immediate: true, onNeedRefresh: () => newer.waits() }));
mount(App, { target: document.getElementById('app')! });
