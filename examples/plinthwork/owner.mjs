// The owner's page of Plinthwork: settings to look at, and the custom stylesheet panel.
import { panels } from './panel.mjs';
import { settings } from './tools.mjs';

const escaped = (text) => text.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);

export function ownerPage({ css, panel, release }) {
  const { limit } = panels[panel];
  const choice = (value, label, isOn) =>
    `<option value="${value}"${isOn ? ' selected' : ''}>${label}</option>`;
  return `<!DOCTYPE html>
<html lang="en">
<meta charset="utf-8">
<title>Owner's page · Plinthwork</title>
<style>
body { font: 16px/1.5 sans-serif; max-width: 720px; margin: 2rem auto; padding: 0 1rem; color: #33302a; background: #fbfaf6 }
h1 { font-size: 1.4rem } h2 { font-size: 1.1rem; margin-top: 2rem }
textarea { width: 100%; box-sizing: border-box; font: 14px/1.5 monospace; padding: 8px }
td, th { text-align: left; padding: 4px 16px 4px 0 }
button { padding: 8px 20px; font: inherit }
</style>
<h1>Alderbrook Tool Library: owner's page</h1>
<h2>Settings</h2>
<table>${settings.map(({ setting, value }) => `<tr><th>${escaped(setting)}</th><td>${escaped(value)}</td></tr>`).join('')}</table>
<form method="post" action="/owner/">
<h2><label for="css">Custom stylesheet</label></h2>
<textarea id="css" name="css" rows="14" spellcheck="false">${escaped(css)}</textarea>
<p>${css.length} of ${limit} characters; the rest is cut off. Comments and @import are dropped.</p>
<p><label>Layout <select name="panel">${Object.entries(panels)
    .map(([key, { name }]) => choice(key, name, key === panel))
    .join('')}</select></label>
<label>Release <select name="release">${choice(14, 'r14', release === 14)}${choice(15, 'r15', release === 15)}</select></label></p>
<button>Save</button>
</form>
</html>`;
}
