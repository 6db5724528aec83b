import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import laravel from 'laravel-vite-plugin';
import { defineConfig } from 'vite';

const isTest = process.env.VITEST !== undefined;

export default defineConfig({
    plugins: [
        ...(isTest
            ? []
            : [laravel({ input: ['resources/css/app.css', 'resources/css/sheet.css', 'resources/js/app.tsx'], refresh: true })]),
        react(),
        tailwindcss(),
    ],
    resolve: { alias: { '@': '/resources/js', ...(isTest && { '@inertiajs/react': '/resources/js/test/inertia.tsx' }) } },
    build: {
        chunkSizeWarningLimit: 900,
        rolldownOptions: {
            output: {
                codeSplitting: {
                    groups: [
                        { name: 'react', test: /node_modules[\\/](react|react-dom|scheduler)[\\/]/, priority: 30 },
                        { name: 'three', test: /node_modules[\\/]three[\\/]/, priority: 20 },
                    ],
                },
            },
        },
    },
    test: { environment: 'jsdom', isolate: false, clearMocks: true, include: ['resources/js/**/*.test.{ts,tsx}'], globals: false },
} as Parameters<typeof defineConfig>[0]);
