import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

/** The interface is built into dist/web; the server with `--ssr` into dist/server, its packages left outside. */
export default defineConfig(({ isSsrBuild }) => ({
  plugins: [vue()],
  publicDir: isSsrBuild ? false : 'public',
  build: isSsrBuild ? { target: 'node20', emptyOutDir: true } : { outDir: 'dist/web', emptyOutDir: true, target: 'es2022', assetsInlineLimit: 0 },
  server: { host: '127.0.0.1', proxy: { '/api': process.env.YARDFROST_API ?? 'http://127.0.0.1:8080' } },
}))
