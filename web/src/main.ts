import { mount } from 'svelte';
import App from './App.svelte';
import './app.css';
import { applyTheme } from './lib/theme.ts';

applyTheme();
mount(App, { target: document.getElementById('app')! });
