// Pages built of two packages of components, each with shadow trees, shared sheets, slots and parts that nobody here made.
import { bundled } from '../support/bundle.js';
import type { SmallSite } from './servers.js';

const one = `
import '@material/web/button/filled-button.js';
import '@material/web/button/outlined-button.js';
import '@material/web/checkbox/checkbox.js';
import '@material/web/textfield/outlined-text-field.js';
import '@material/web/list/list.js';
import '@material/web/list/list-item.js';
import '@material/web/switch/switch.js';
import '@material/web/tabs/tabs.js';
import '@material/web/tabs/primary-tab.js';
import '@material/web/chips/chip-set.js';
import '@material/web/chips/assist-chip.js';
`;
const oneBody = `<main class="site"><md-filled-button class="btn">Reserve</md-filled-button><md-outlined-button disabled>Renew</md-outlined-button>
<label>News <md-checkbox checked></md-checkbox></label><md-switch selected></md-switch><md-outlined-text-field label="Name" value="Ada" class="note"></md-outlined-text-field>
<md-list><md-list-item type="button"><div slot="headline">Drill</div><div slot="supporting-text">Deposit 20</div></md-list-item><md-list-item>Saw</md-list-item></md-list>
<md-tabs><md-primary-tab active>Tools</md-primary-tab><md-primary-tab>Tents</md-primary-tab></md-tabs><md-chip-set><md-assist-chip label="On the shelf"></md-assist-chip></md-chip-set></main>`;
const oneSheet = `:root { --md-sys-color-primary: #7a4b1e; --md-filled-button-container-color: teal } .site md-filled-button { margin: 3px; --md-filled-button-label-text-size: 17px }
md-list-item:first-child { color: navy } md-list div { font-weight: 700 !important } @media (max-width: 800px) { md-tabs { padding: 4px; color: maroon } }`;

const other = `
import '@shoelace-style/shoelace/dist/components/button/button.js';
import '@shoelace-style/shoelace/dist/components/card/card.js';
import '@shoelace-style/shoelace/dist/components/input/input.js';
import '@shoelace-style/shoelace/dist/components/checkbox/checkbox.js';
import '@shoelace-style/shoelace/dist/components/details/details.js';
import '@shoelace-style/shoelace/dist/components/tag/tag.js';
import '@shoelace-style/shoelace/dist/components/tab-group/tab-group.js';
import '@shoelace-style/shoelace/dist/components/tab/tab.js';
import '@shoelace-style/shoelace/dist/components/tab-panel/tab-panel.js';
import '@shoelace-style/shoelace/dist/components/rating/rating.js';
`;
const otherBody = `<main class="site"><sl-button variant="primary" class="btn">Reserve</sl-button><sl-button outline disabled>Renew</sl-button><sl-card class="card"><div slot="header">Drill</div><p class="note">Deposit 20</p><sl-tag slot="footer" removable>On the shelf</sl-tag></sl-card>
<sl-input label="Name" value="Ada" help-text="As on the card"></sl-input><sl-checkbox checked>News</sl-checkbox><sl-details summary="How to clean it" open>Rinse it.</sl-details>
<sl-tab-group><sl-tab slot="nav" panel="a">Tools</sl-tab><sl-tab slot="nav" panel="b">Tents</sl-tab><sl-tab-panel name="a">x</sl-tab-panel><sl-tab-panel name="b">y</sl-tab-panel></sl-tab-group><sl-rating value="3"></sl-rating></main>`;
const otherSheet = `:root { --sl-color-primary-600: #7a4b1e } .btn::part(base) { border-radius: 9px; color: navy !important } sl-card::part(body) { padding: 5px } sl-tag::part(remove-button__base) { color: maroon }
.card .note { color: olive } sl-button::part(label):not(:hover) { letter-spacing: 1px } @media (max-width: 800px) { sl-input::part(form-control-label) { color: teal } }`;

const site = (name: string, script: string, css: string, body: string): SmallSite => ({
  name,
  answers: () => ({
    '/': `<!DOCTYPE html><html lang="en"><head><title>Alderbrook</title><style>${css}</style></head><body>${body}<script src="/parts.js" type="module"></script></body></html>`,
    '/parts.js': { headers: { 'content-type': 'text/javascript' }, body: bundled(script) },
  }),
  settles: 900,
});

export const componentSites = (): SmallSite[] => [
  site('components of a package, and of another one inside them', one, oneSheet, oneBody),
  site('components of a package that opens parts', other, otherSheet, otherBody),
];
