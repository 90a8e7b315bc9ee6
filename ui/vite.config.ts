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
      const worker = (of: string, fileName: string, files: string[]) => {
        const name = `${of}-${createHash('sha256').update(files.join()).digest('hex').slice(0, 12)}`
        const source = readFileSync(`worker/${fileName}`, 'utf8')
          .replace('__FILES__', JSON.stringify(files))
          .replace('__NAME__', name)
        this.emitFile({ type: 'asset', fileName, source })
      }
      // The customer's copy is a page of its own, for people of its own: it needs what its script reaches, and all type and style.
      const copy = new Set<string>()
      // Whoever tells of their ground at home has a page too, in any language.
      const home = new Set<string>()
      const reach = (into: Set<string>, name: string, all: boolean) => {
        const chunk = bundle[name]
        if (into.has(name) || chunk?.type !== 'chunk') return
        into.add(name)
        for (const each of chunk.imports.concat(all ? chunk.dynamicImports : [])) reach(into, each, all)
      }
      for (const each of Object.values(bundle)) {
        if (each.type === 'chunk' && each.isEntry && each.name === 'copy') reach(copy, each.fileName, false)
        if (each.type === 'chunk' && each.isEntry && each.name === 'home') reach(home, each.fileName, true)
        if (each.type === 'asset' && /\.(css|woff2?)$/.test(each.fileName)) copy.add(each.fileName)
      }
      const ours = Object.entries(bundle)
        .filter(
          ([f, each]) =>
            !f.endsWith('.html') && !(each.type === 'chunk' && each.isEntry && ['copy', 'home'].includes(each.name)),
        )
        .map(([f]) => `/${f}`)
      worker('sedum', 'sw.js', ours.concat('/mark.svg'))
      worker(
        'copy',
        'copy-sw.js',
        [...copy].map((f) => `/${f}`),
      )
      this.emitFile({
        type: 'asset',
        fileName: 'copy-files.json',
        source: JSON.stringify([...new Set([...copy, ...home])]),
      })
    },
  }
}

export default defineConfig({
  plugins: [react(), tailwindcss(), serviceWorker()],
  // No data URLs: the content policy of the program does not allow them.
  build: {
    outDir: 'built',
    emptyOutDir: true,
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    rollupOptions: { input: { index: 'index.html', copy: 'copy.html', home: 'home.html' } },
  },
  server: { proxy: { '/api': server } },
})
