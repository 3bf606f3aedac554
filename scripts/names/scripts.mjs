// Tools that write styles while a page runs; see schemes.mjs.
import { components, declarationsOf, objectOf, rulesOf, styles } from './sources.mjs';
import { matches, split } from './found.mjs';

export const scripts = {
  'free-style': {
    held: true,
    packages: ['free-style@4'],
    async run(load) {
      const { create } = await load('free-style');
      const sheet = create();
      return styles().map((_, i) => sheet.registerStyle(objectOf(i)));
    },
  },
  bss: {
    held: true,
    packages: ['bss@1'],
    async run(load) {
      const { default: b } = await load('bss');
      return styles().map((_, i) => b(objectOf(i)).class);
    },
  },
  'tss-react': {
    held: true,
    packages: [
      'tss-react@4',
      '@emotion/react@11',
      '@emotion/cache@11',
      '@emotion/serialize@1',
      '@emotion/utils@1',
      'react@18',
    ],
    async run(load) {
      const { default: createCache } = await load('@emotion/cache');
      const { createCssAndCx } = await load('tss-react/cssAndCx');
      const { css } = createCssAndCx({ cache: createCache({ key: 'tss' }) });
      return styles().map(({ part }, i) => css({ ...objectOf(i), label: part }));
    },
  },
  'styled-components': {
    packages: ['styled-components@6', 'react@18', 'react-dom@18'],
    async run(load) {
      const { default: styled, ServerStyleSheet } = await load('styled-components');
      const { createElement } = await load('react');
      const { renderToString } = await load('react-dom/server');
      const sheet = new ServerStyleSheet();
      const boxes = styles().map(
        (_, i) => styled.div`
          padding: ${declarationsOf(i)[0]};
          color: ${declarationsOf(i)[1]};
        `,
      );
      const html = renderToString(sheet.collectStyles(boxes.map((box, key) => createElement(box, { key }))));
      return matches(html, /class="([^"]*)"/g).flatMap(split);
    },
  },
  emotion: {
    packages: ['@emotion/css@11'],
    async run(load) {
      const { css } = await load('@emotion/css');
      return styles().map((_, i) => css(objectOf(i)));
    },
  },
  'emotion with labels': {
    packages: ['@emotion/css@11'],
    async run(load) {
      const { css } = await load('@emotion/css');
      return styles().map(({ name }, i) => css({ ...objectOf(i), label: name }));
    },
  },
  jss: {
    packages: ['jss@10', 'jss-preset-default@10'],
    async run(load) {
      const { create } = await load('jss');
      const { default: preset } = await load('jss-preset-default');
      const jss = create(preset());
      return components.flatMap(({ parts }) => {
        const rules = Object.fromEntries(parts.map((part, i) => [part, objectOf(i)]));
        return Object.values(jss.createStyleSheet(rules).attach().classes);
      });
    },
  },
  'makeStyles in development': {
    packages: ['@mui/styles@5', 'jss@10', 'react@18', 'react-dom@18'],
    run: (load) => numbered(load, {}),
  },
  'makeStyles in production': {
    packages: ['@mui/styles@5', 'jss@10', 'react@18', 'react-dom@18'],
    run: (load) => numbered(load, { production: true }),
  },
  griffel: {
    packages: ['@griffel/core@1'],
    async run(load) {
      const { createDOMRenderer, makeStyles } = await load('@griffel/core');
      const renderer = createDOMRenderer(undefined);
      return components.flatMap(({ parts }, n) => {
        const rules = rulesOf({ parts }, n);
        return Object.values(makeStyles(rules)({ dir: 'ltr', renderer })).flatMap(split);
      });
    },
  },
  goober: {
    packages: ['goober@2'],
    async run(load) {
      const { css } = await load('goober');
      return styles().map((_, i) => css(objectOf(i)));
    },
  },
  stitches: {
    packages: ['@stitches/core@1'],
    async run(load) {
      const { createStitches } = await load('@stitches/core');
      const { css } = createStitches();
      return styles().flatMap((_, i) => split(css(objectOf(i))({ css: { left: i } }).className));
    },
  },
  aphrodite: {
    packages: ['aphrodite@2'],
    async run(load) {
      const { StyleSheet, StyleSheetServer, css } = await load('aphrodite/no-important.js');
      const classesOf = (one) => {
        let name;
        StyleSheetServer.renderStatic(() => ((name = css(one)), ''));
        return name;
      };
      return components.flatMap(({ parts }, n) => {
        const sheet = StyleSheet.create(rulesOf({ parts }, n));
        return Object.values(sheet).map(classesOf);
      });
    },
  },
  typestyle: {
    packages: ['typestyle@2'],
    async run(load) {
      const { style } = await load('typestyle');
      return styles().map((_, i) => style(objectOf(i)));
    },
  },
  glamor: {
    packages: ['glamor@2', 'fbjs@0.8', 'react@18'],
    async run(load) {
      const { css } = await load('glamor');
      return styles().map((_, i) => `${css(objectOf(i))}`);
    },
  },
  fela: {
    packages: ['fela@12'],
    async run(load) {
      const { createRenderer } = await load('fela');
      const renderer = createRenderer();
      return styles().flatMap((_, i) => split(renderer.renderRule(() => objectOf(i))));
    },
  },
  styletron: {
    packages: ['styletron-engine-atomic@1'],
    async run(load) {
      const { Server } = await load('styletron-engine-atomic');
      const engine = new Server();
      return styles().flatMap((_, i) => split(engine.renderStyle(objectOf(i))));
    },
  },
  'nano-css': {
    packages: ['nano-css@5'],
    async run(load) {
      const [{ create }, { addon }] = [await load('nano-css'), await load('nano-css/addon/rule')];
      const nano = create({ h: undefined });
      addon(nano);
      return styles().flatMap((_, i) => split(nano.rule(objectOf(i))));
    },
  },
  cxs: {
    packages: ['cxs@6'],
    async run(load) {
      const { default: cxs } = await load('cxs');
      return styles().flatMap((_, i) => split(cxs(objectOf(i))));
    },
  },
  'react-native-web': {
    packages: ['react-native-web@0.19', 'react@18', 'react-dom@18'],
    async run(load) {
      const { default: sheet } = await load('react-native-web/dist/cjs/exports/StyleSheet');
      return styles().flatMap((_, i) => {
        const [width, color] = declarationsOf(i);
        const { box } = sheet.create({ box: { paddingTop: width, color, top: i } });
        return split(sheet([box])[0]);
      });
    },
  },
  'merge-styles': {
    packages: ['@fluentui/merge-styles@8'],
    async run(load) {
      const { mergeStyleSets } = await load('@fluentui/merge-styles');
      return components.flatMap(({ parts }, n) => {
        const sets = rulesOf({ parts }, n);
        return Object.values(mergeStyleSets(sets)).filter((name) => typeof name === 'string');
      });
    },
  },
  otion: {
    packages: ['otion@0'],
    async run(load) {
      const { css } = await load('otion');
      return styles().flatMap((_, i) => split(css(objectOf(i))));
    },
  },
  'jss, short': {
    packages: ['jss@10', 'jss-preset-default@10'],
    async run(load) {
      const { create } = await load('jss');
      const { default: preset } = await load('jss-preset-default');
      const jss = create({ ...preset(), id: { minify: true } });
      return components.flatMap(({ parts }) => {
        const rules = Object.fromEntries(parts.map((part, i) => [part, objectOf(i)]));
        return Object.values(jss.createStyleSheet(rules).attach().classes);
      });
    },
  },
};

/** A style sheet for each component, numbered through in one process. */
async function numbered(load, { production }) {
  process.env.NODE_ENV = production ? 'production' : 'development';
  const { createGenerateClassName } = await load('@mui/styles');
  const { create } = await load('jss');
  const jss = create();
  const generateId = createGenerateClassName();
  const found = components.flatMap(({ name, parts }, n) => {
    const rules = Object.fromEntries(parts.map((part, i) => [part, objectOf(i)]));
    const options = { generateId, classNamePrefix: n % 3 ? 'makeStyles' : `Lattice${name}`, link: false };
    return Object.values(jss.createStyleSheet(rules, options).attach().classes);
  });
  delete process.env.NODE_ENV;
  return found;
}
