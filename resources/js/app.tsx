import { createInertiaApp } from '@inertiajs/react';
import type { ComponentType } from 'react';
import { createRoot } from 'react-dom/client';
import { Safety } from './components/Safety';

const pages = import.meta.glob<{ default: ComponentType }>(['./pages/**/*.tsx', '!./pages/**/*.test.tsx']);

void createInertiaApp({
    title: (title) => (title ? `${title} · Wrenlo` : 'Wrenlo'),
    resolve: async (name) => {
        const page = pages[`./pages/${name}.tsx`];
        if (!page) throw new Error(`There is no page called ${name}.`);
        return (await page()).default;
    },
    setup: ({ el, App, props }) => {
        if (el)
            createRoot(el).render(
                <Safety>
                    <App {...props} />
                </Safety>,
            );
    },
    progress: { color: '#9c5620', delay: 300, showSpinner: false },
});
