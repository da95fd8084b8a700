import { mount } from 'svelte';
import SignIn from './SignIn.svelte';
import '../app.css';
import { applyTheme } from '../lib/theme.ts';

applyTheme();
mount(SignIn, { target: document.getElementById('app')! });
