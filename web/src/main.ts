import { mount } from 'svelte';
import App from './App.svelte';
import './app.css';
import { theme } from './lib/theme.svelte';

theme.apply();
mount(App, { target: document.getElementById('app')! });
