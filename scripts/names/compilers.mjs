// Tools that take styles out of components when these are built; see schemes.mjs.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { components, objectOf, rulesOf, sheetOf, styles } from './sources.mjs';
import { matches, split } from './found.mjs';

export const compilers = {
  style9: {
    held: true,
    packages: ['style9@0', '@babel/core@7'],
    async run(load) {
      const transform = await transformer(load, 'style9/babel');
      return components.flatMap((one, n) => {
        const uses = one.parts.map((part) => `styles('${part}')`).join(',');
        const rules = JSON.stringify(rulesOf(one, n));
        const source = `import style9 from 'style9'; const styles = style9.create(${rules}); export default [${uses}];`;
        const { metadata } = transform(source, `/src/${one.name}.js`);
        return matches(metadata.style9 ?? '', /\.([\w-]+)\s*\{/g);
      });
    },
  },
  svelte: {
    packages: ['svelte@5'],
    async run(load) {
      const { compile } = await load('svelte/compiler');
      return components.flatMap((one) => {
        const markup = one.parts.map((part) => `<div class="${part}"></div>`).join('');
        const source = `${markup}<style>${sheetOf(one)}</style>`;
        return matches(compile(source, { filename: `src/${one.name}.svelte` }).css.code, /(svelte-\w+)/g);
      });
    },
  },
  'vanilla-extract with names': {
    packages: ['@vanilla-extract/css@1'],
    run: (load) => extracted(load, 'debug'),
  },
  'vanilla-extract, short': {
    packages: ['@vanilla-extract/css@1'],
    run: (load) => extracted(load, 'short'),
  },
  stylex: {
    packages: ['@stylexjs/babel-plugin@0.17', '@babel/core@7'],
    async run(load) {
      const transform = await transformer(load, '@stylexjs/babel-plugin', { dev: false });
      return components.flatMap((one, n) => {
        const rules = JSON.stringify(rulesOf(one, n));
        const source = `import * as stylex from '@stylexjs/stylex'; export const s = stylex.create(${rules});`;
        const { metadata } = transform(source, `/src/${one.name}.js`);
        return metadata.stylex.map(([key]) => key);
      });
    },
  },
  compiled: {
    packages: ['@compiled/babel-plugin@0', '@compiled/react@0', '@babel/core@7', 'react@18'],
    async run(load) {
      const transform = await transformer(load, '@compiled/babel-plugin');
      return components.flatMap(({ name, parts }, n) => {
        const boxes = parts.map((part, i) => `<i css={${JSON.stringify(objectOf(n * 7 + i))}} />`).join('');
        const { code } = transform(
          `import '@compiled/react'; export const A = () => <p>${boxes}</p>;`,
          join(load.folder, '..', `${name}.jsx`),
        );
        return matches(code, /\.(_\w+)\{/g);
      });
    },
  },
  astro: {
    packages: ['@astrojs/compiler@2'],
    async run(load) {
      const { transform } = await load('@astrojs/compiler');
      const found = [];
      for (const one of components) {
        const source = `<div class="${one.parts[0]}"></div><style>${sheetOf(one)}</style>`;
        const options = { filename: `/src/${one.name}.astro`, scopedStyleStrategy: 'class' };
        found.push(...matches((await transform(source, options)).code, /(astro-\w+)/g));
      }
      return found;
    },
  },
  'styled-jsx': {
    packages: ['styled-jsx@5', '@babel/core@7', 'react@18'],
    async run(load) {
      const transform = await transformer(load, 'styled-jsx/babel');
      return components.flatMap((one) => {
        const source = `export default () => <p><i/><style jsx>{\`${sheetOf(one)}\`}</style></p>`;
        const { code } = transform(source, `/src/${one.name}.jsx`);
        return matches(code, /(jsx-\d+)/g);
      });
    },
  },
  'unocss, compiled classes': {
    packages: [
      '@unocss/core@66',
      '@unocss/preset-mini@66',
      '@unocss/transformer-compile-class@66',
      'magic-string@0.30',
    ],
    async run(load) {
      const { createGenerator } = await load('@unocss/core');
      const { default: preset } = await load('@unocss/preset-mini');
      const { default: transformer } = await load('@unocss/transformer-compile-class');
      const { default: MagicString } = await load('magic-string');
      const uno = await createGenerator({ presets: [preset()] });
      const source = styles().map((_, i) => `<i class=":uno: p-${i} m-${i % 9} text-red"></i>`);
      const code = new MagicString(source.join('\n'));
      await transformer().transform(code, 'x.html', { uno, tokens: new Set(), invalidate() {} });
      return matches(code.toString(), /class="([^"]*)"/g).flatMap(split);
    },
  },
  'emotion, targets': {
    packages: ['@emotion/babel-plugin@11', '@babel/core@7', '@emotion/styled@11'],
    async run(load) {
      const transform = await transformer(load, '@emotion/babel-plugin');
      return components.flatMap(({ name, parts }) => {
        const boxes = parts.map(
          (part, i) => `export const ${part} = styled.div(${JSON.stringify(objectOf(i))});`,
        );
        const { code } = transform(
          `import styled from '@emotion/styled';\n${boxes.join('\n')}`,
          join(load.folder, '..', `${name}.js`),
        );
        return matches(code, /target: "(\w+)"/g);
      });
    },
  },
  mantine: {
    packages: ['@mantine/core@9'],
    run: (load) => matches(readFileSync(join(load.folder, '@mantine/core/styles.css'), 'utf8'), /\.(m_\w+)/g),
  },
  linaria: {
    packages: ['@wyw-in-js/transform@0.8', '@linaria/core@7', '@babel/core@7', '@babel/preset-react@7'],
    async run(load) {
      const { transform } = await load('@wyw-in-js/transform');
      const found = [];
      for (const [n, { name, parts }] of components.entries()) {
        const rules = parts.map((part, i) => `export const ${part} = css\`top: ${n * 7 + i}px\`;`).join('\n');
        const root = join(load.folder, '..');
        const { cssText } = await transform(
          { options: { filename: join(root, `${name}.js`), root, pluginOptions: {} } },
          `import { css } from '@linaria/core';\n${rules}`,
          async (what) => what,
        );
        found.push(...matches(cssText ?? '', /\.([\w-]+)\s*\{/g));
      }
      return found;
    },
  },
};

/** A plug-in of the usual compiler of scripts, as a function of a source and its file's name. */
async function transformer(load, plugin, options) {
  const { transformSync } = await load('@babel/core');
  const { default: found } = await load(plugin);
  const plugins = [[found.default ?? found, options]];
  const parserOpts = { plugins: ['jsx'] };
  return (source, filename) => transformSync(source, { filename, babelrc: false, parserOpts, plugins });
}

async function extracted(load, identOption) {
  const { style } = await load('@vanilla-extract/css');
  const { setAdapter } = await load('@vanilla-extract/css/adapter');
  const { setFileScope, endFileScope } = await load('@vanilla-extract/css/fileScope');
  const nothing = () => {};
  setAdapter({
    appendCss: nothing,
    registerClassName: nothing,
    registerComposition: nothing,
    markCompositionUsed: nothing,
    onEndFileScope: nothing,
    getIdentOption: () => identOption,
  });
  return components.flatMap(({ name, parts }) => {
    setFileScope(`src/${name}.css.ts`, 'lattice');
    const found = parts.map((part, i) => style(objectOf(i), part));
    endFileScope();
    return found;
  });
}
