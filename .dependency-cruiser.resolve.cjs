/** Where the project's short names point to; read by dependency-cruiser. */
const { join } = require('node:path')

const to = folder => join(__dirname, folder)

module.exports = {
  resolve: {
    alias: { '#core': to('core'), '#shared': to('shared'), '#demo': to('demo') },
    extensions: ['.ts', '.vue', '.mjs', '.js', '.json'],
  },
}
