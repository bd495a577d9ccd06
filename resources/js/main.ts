import { mount } from 'svelte';
import '../css/app.css';
import App from './App.svelte';

mount(App, { target: document.getElementById('app')! });
