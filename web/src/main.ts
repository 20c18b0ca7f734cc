import '@fontsource/b612/latin-400.css';
import '@fontsource/b612/latin-700.css';
import './theme/base.css';
import { mount } from 'svelte';
import { registerSW } from 'virtual:pwa-register';
import App from './App.svelte';

registerSW({ immediate: true });
mount(App, { target: document.getElementById('app')! });
