<!-- How the page of a household looks: it stands by itself, without the application's own styles. -->
<svelte:options css="injected" />

<style>
  :global {
    html {
      background: #f4f1ea;
      color: #1e2422;
      font:
        18px/1.5 system-ui,
        sans-serif;
    }
    body {
      margin: 0;
    }
    main {
      max-width: 760px;
      margin: 0 auto;
      padding: 16px 18px 48px;
    }
    h1 {
      font-size: 32px;
      margin: 0;
    }
    h2 {
      font-size: 22px;
      margin: 0 0 8px;
    }
    p {
      margin: 6px 0;
    }
    .company {
      font-weight: 600;
    }
    .soft {
      color: #59605c;
      font-size: 16px;
    }
    .big {
      font-size: 24px;
      font-weight: 600;
    }
    section {
      background: #fffefa;
      border: 1px solid #d9d4c7;
      border-radius: 4px;
      padding: 16px;
      margin: 16px 0;
    }
    .note {
      border-left: 6px solid;
      background: #fffefa;
      padding: 12px;
    }
    .note.ok {
      border-color: #1f6b3a;
    }
    .note.bad {
      border-color: #a8231b;
    }
    figure {
      margin: 12px 0;
    }
    svg {
      width: 100%;
      height: auto;
      display: block;
    }
    .box {
      fill: none;
      stroke: #b9b3a4;
      stroke-width: 6;
    }
    .front {
      fill: #fff;
    }
    .edge {
      fill: none;
      stroke: #1e2422;
      stroke-width: 6;
    }
    svg a:hover .edge,
    svg a:focus .edge,
    svg a.on .edge {
      stroke: #0b5c55;
      stroke-width: 22;
    }
    svg text {
      font-size: 90px;
      fill: #1f4d2c;
    }
    .dates,
    .care {
      padding: 0;
      list-style: none;
      margin: 0;
    }
    .dates > li,
    .care > li,
    article {
      border-top: 1px solid #d9d4c7;
      padding: 10px 0;
    }
    .when {
      font-size: 20px;
      font-weight: 600;
    }
    .over {
      color: #59605c;
    }
    .button,
    button {
      display: inline-block;
      min-height: 48px;
      line-height: 48px;
      padding: 0 20px;
      background: #0b5c55;
      color: #fff;
      border: 0;
      border-radius: 4px;
      font: inherit;
      font-weight: 600;
      text-decoration: none;
      cursor: pointer;
    }
    fieldset {
      border: 0;
      padding: 0;
      margin: 12px 0;
    }
    legend,
    label {
      font-weight: 600;
      display: block;
      margin: 8px 0;
    }
    .kind {
      display: flex;
      gap: 12px;
      align-items: center;
      min-height: 56px;
      border: 1px solid #d9d4c7;
      border-radius: 4px;
      padding: 4px 12px;
      font-weight: 400;
    }
    .kind input {
      width: 24px;
      height: 24px;
      flex: none;
    }
    textarea,
    input[type='file'] {
      display: block;
      width: 100%;
      box-sizing: border-box;
      font: inherit;
      font-weight: 400;
      padding: 8px;
      min-height: 48px;
      border: 1px solid #59605c;
      border-radius: 4px;
      background: #fff;
    }
    input[type='image'] {
      border: 1px solid #1e2422;
      max-width: 100%;
      cursor: crosshair;
    }
    .answer {
      border-left: 4px solid #0b5c55;
      padding-left: 12px;
    }
    a:focus-visible,
    button:focus-visible,
    input:focus-visible,
    textarea:focus-visible {
      outline: 3px solid #0b5c55;
      outline-offset: 2px;
    }
  }
</style>
