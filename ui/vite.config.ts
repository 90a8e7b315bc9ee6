import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig, type Plugin } from 'vite'

const server = process.env.SEDUM_SERVER ?? 'http://127.0.0.1:8080'

/** Writes the service worker with the list of files of this very build. */
function serviceWorker(): Plugin {
  return {
    name: 'service-worker',
    apply: 'build',
    generateBundle(_, bundle) {
      const files = Object.keys(bundle)
        .filter((f) => f !== 'index.html')
        .map((f) => `/${f}`)
        .concat('/mark.svg')
      const name = `sedum-${createHash('sha256').update(files.join()).digest('hex').slice(0, 12)}`
      const source = readFileSync('worker/sw.js', 'utf8')
        .replace('__FILES__', JSON.stringify(files))
        .replace('__NAME__', name)
      this.emitFile({ type: 'asset', fileName: 'sw.js', source })
    },
  }
}

export default defineConfig({
  plugins: [react(), tailwindcss(), serviceWorker()],
  // No data URLs: the content policy of the program does not allow them.
  build: { outDir: 'built', emptyOutDir: true, assetsInlineLimit: 0, modulePreload: { polyfill: false } },
  server: { proxy: { '/api': server } },
})
