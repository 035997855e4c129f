// npm start: serves what was built. Who does not say where it listens (HOST) wants it on this machine alone.
process.env.HOST ??= '127.0.0.1'
await import('../.output/server/index.mjs')
