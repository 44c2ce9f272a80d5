/** No circle between folders, inside core, contract, server and web either. Tests and what they are made with may look anywhere. */
const { options } = require('./.dependency-cruiser.cjs');

module.exports = {
  forbidden: ['core', 'words', 'contract', 'server', 'web'].map((folder) => ({
    name: `no-circles-in-${folder}`,
    severity: 'error',
    comment: 'what a folder holds is understood without those that build on it',
    scope: 'folder',
    from: { path: `^${folder}/` },
    to: { circular: true, path: `^${folder}/` },
  })),
  options: { ...options, exclude: { path: '\\.test\\.tsx?$|/testing/' } },
};
