import { createRoot } from 'react-dom/client';
import { App } from './App.js';

createRoot(document.getElementById('desk') as HTMLElement).render(<App />);
window.addEventListener('hashchange', () => location.reload());
