// A script with the packages that it imports, as a site would send it: one file, in production mode.
import { spawnSync } from 'node:child_process';

const make = `
  const { build } = await import('vite');
  const { readFileSync } = await import('node:fs');
  const text = readFileSync(0, 'utf8');
  const made = await build({
    configFile: false, logLevel: 'silent', mode: 'production',
    define: { 'process.env.NODE_ENV': '"production"' },
    plugins: [{ name: 'text', resolveId: (id) => (id === 'entry' ? '\\0entry.js' : undefined), load: (id) => (id === '\\0entry.js' ? text : undefined) }],
    build: { write: false, rollupOptions: { input: 'entry' } },
  });
  const { output } = Array.isArray(made) ? made[0] : made;
  process.stdout.write(output[0].code);
`;

export function bundled(script: string): string {
  const { stdout, stderr, status } = spawnSync(process.execPath, ['--input-type=module', '-e', make], {
    input: script,
    encoding: 'utf8',
    maxBuffer: 50_000_000,
  });
  if (status !== 0) throw new Error(stderr);
  return stdout;
}
