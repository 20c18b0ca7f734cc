import '@fontsource/b612/latin-400.css';
import '@fontsource/b612/latin-700.css';
import '../theme/base.css';
import { mount } from 'svelte';
import { carryBy } from '../lib/api';
import { carrier } from './carrier';
import KitApp from './KitApp.svelte';

carryBy(carrier);
// a browser keeps the files for good where it may: over TLS, or on this machine
if ('serviceWorker' in navigator && window.isSecureContext) void navigator.serviceWorker.register('./kit-sw.js');
mount(KitApp, { target: document.getElementById('app')! });
