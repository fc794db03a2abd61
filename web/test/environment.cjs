const { TestEnvironment } = require('jest-environment-jsdom');

/** jsdom without what Node has and the application's packages expect of a browser. */
module.exports = class extends TestEnvironment {
  async setup() {
    await super.setup();
    for (const name of [
      'TextEncoder',
      'TextDecoder',
      'structuredClone',
      'fetch',
      'Request',
      'Response',
      'Headers',
      'ReadableStream',
    ]) {
      this.global[name] ??= globalThis[name];
    }
    this.global.Uint8Array = Uint8Array;
    this.global.ArrayBuffer = ArrayBuffer;
  }
};
