import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const server = process.env['PLACARD_SERVER'] ?? 'http://localhost:4600';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: {
    target: 'es2023',
    assetsInlineLimit: 0,
    // What nearly every screen needs comes in one file instead of in twenty, each of which is asked for by itself.
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [{ name: 'shared', minShareCount: 14, includeDependenciesRecursively: false }],
        },
      },
    },
  },
  server: {
    host: 'localhost',
    strictPort: true,
    proxy: Object.fromEntries(['/api', '/upload', '/healthz'].map((path) => [path, { target: server }])),
  },
});
