<!-- Patterns that drawings share; one per page. -->
<svg width="0" height="0" style="position: absolute" aria-hidden="true">
  <defs>
    <pattern id="wet" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <line x1="0" y1="0" x2="0" y2="7" stroke="var(--wet)" stroke-width="2.6" />
    </pattern>
    <pattern id="work" width="6" height="6" patternUnits="userSpaceOnUse">
      <circle cx="2" cy="2" r="1.1" fill="var(--ink)" opacity="0.5" />
    </pattern>
    <pattern id="closed" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
      <line x1="0" y1="0" x2="0" y2="6" stroke="#cfc8b8" stroke-width="1.2" />
    </pattern>
    <pattern id="over" width="4" height="4" patternUnits="userSpaceOnUse">
      <line x1="1" y1="0" x2="1" y2="4" stroke="var(--ink)" stroke-width="1.4" opacity="0.75" />
    </pattern>
    <linearGradient id="tail">
      <stop offset="0" stop-color="#2c6aa8" stop-opacity="0.5" />
      <stop offset="1" stop-color="#2c6aa8" stop-opacity="0.06" />
    </linearGradient>
  </defs>
</svg>
