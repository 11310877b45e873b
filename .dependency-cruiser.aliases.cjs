/** The aliases of svelte.config.js, as the dependency check reads them. */
const { resolve } = require('node:path');

const at = (path) => resolve(__dirname, path);
module.exports = {
  resolve: {
    alias: {
      $core: at('src/lib/core'),
      $server: at('src/lib/server'),
      $ui: at('src/lib/ui'),
      $lib: at('src/lib'),
    },
  },
};
