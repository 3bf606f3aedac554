// Tools that rename the classes of a sheet that belongs to one component; see schemes.mjs.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { components, sheetOf } from './sources.mjs';
import { matches, split } from './found.mjs';

/** Class names of modules, through a bundler with its usual loader. */
async function bundled(load, folder, modules) {
  const { default: webpack } = await load('webpack');
  const entry = components.map(
    ({ name }) => `import * as s${name} from './${name}.module.css'; out(s${name});`,
  );
  mkdirSync(folder, { recursive: true });
  for (const one of components) writeFileSync(join(folder, `${one.name}.module.css`), sheetOf(one));
  writeFileSync(join(folder, 'index.js'), entry.join('\n'));
  await new Promise((resolve, reject) =>
    webpack(
      {
        mode: 'development',
        devtool: false,
        context: folder,
        entry: './index.js',
        output: { path: join(folder, 'out'), filename: 'out.js' },
        resolveLoader: { modules: [load.folder] },
        module: {
          rules: [
            {
              test: /\.css$/,
              type: 'javascript/auto',
              loader: 'css-loader',
              options: { modules: { exportOnlyLocals: true, namedExport: false, ...modules } },
            },
          ],
        },
      },
      (error, stats) => (error || stats.hasErrors() ? reject(error ?? stats.toString()) : resolve()),
    ),
  );
  const code = readFileSync(join(folder, 'out/out.js'), 'utf8');
  return matches(code, /"[\w-]+": `([^`]+)`/g).flatMap(split);
}

export const modules = {
  'modules of a bundler, path and hash': {
    held: true,
    packages: ['webpack@5', 'css-loader@7'],
    run: (load, folder) => bundled(load, folder, { localIdentName: '[local]_[hash:hex:6]' }),
  },
  'generic-names': {
    held: true,
    packages: ['generic-names@4'],
    async run(load) {
      const { default: genericNames } = await load('generic-names');
      const nameOf = genericNames('[local]___[hash:base64:6]', { context: '/' });
      return components.flatMap(({ name, parts }) => parts.map((part) => nameOf(part, `/src/${name}.css`)));
    },
  },
  'modules of a bundler, hash alone': {
    packages: ['webpack@5', 'css-loader@7'],
    run: (load, folder) => bundled(load, folder, { localIdentName: '[hash:base64]' }),
  },
  'modules of a bundler, file, name and hash': {
    packages: ['webpack@5', 'css-loader@7'],
    run: (load, folder) => bundled(load, folder, { localIdentName: '[name]__[local]--[hash:base64:5]' }),
  },
  'modules of a bundler, name and hexadecimal hash': {
    packages: ['webpack@5', 'css-loader@7'],
    run: (load, folder) => bundled(load, folder, { localIdentName: '[local]-[hash:hex:8]' }),
  },
  'modules of an application kit': {
    packages: ['webpack@5', 'css-loader@7', 'react-dev-utils@12'],
    async run(load, folder) {
      const { default: getLocalIdent } = await load('react-dev-utils/getCSSModuleLocalIdent.js');
      return bundled(load, folder, { getLocalIdent });
    },
  },
  'modules by postcss': {
    packages: ['postcss@8', 'postcss-modules@6'],
    async run(load) {
      const [{ default: postcss }, { default: plugin }] = [
        await load('postcss'),
        await load('postcss-modules'),
      ];
      const found = [];
      const getJSON = (_, names) => found.push(...Object.values(names).flatMap(split));
      for (const one of components)
        await postcss([plugin({ getJSON })]).process(sheetOf(one), { from: `/src/${one.name}.module.css` });
      return found;
    },
  },
  lightningcss: {
    packages: ['lightningcss@1'],
    async run(load) {
      const { transform } = await load('lightningcss');
      return components.flatMap((one) => {
        const { exports } = transform({
          filename: `src/${one.name}.module.css`,
          code: Buffer.from(sheetOf(one)),
          cssModules: true,
        });
        return Object.values(exports).map(({ name }) => name);
      });
    },
  },
  csjs: {
    packages: ['csjs@1'],
    async run(load) {
      const { default: csjs } = await load('csjs');
      return components.flatMap((one) => Object.values(csjs([sheetOf(one)])).map(String));
    },
  },
  'modules of a bundler, eight signs': {
    packages: ['webpack@5', 'css-loader@7'],
    run: (load, folder) => bundled(load, folder, { localIdentName: '[hash:base64:8]' }),
  },
};
