/** The page's environment for tests: a document by jsdom, with the parts of a browser that it lacks and this Node.js has. */
import { TestEnvironment } from "jest-environment-jsdom";

const FROM_NODE = ["structuredClone", "TextEncoder", "TextDecoder", "Response", "Headers", "ReadableStream", "CompressionStream", "DecompressionStream"];

export default class PageEnvironment extends TestEnvironment {
  /** Open ports keep a process from ending. */
  ports = [];

  async setup() {
    await super.setup();
    // Packages choose their build by it: the page is tested with the one that is served.
    this.global.process.env.NODE_ENV = "production";
    for (const name of FROM_NODE) this.global[name] ??= globalThis[name];
    const { ports } = this;
    this.global.MessageChannel = class extends MessageChannel {
      constructor() {
        super();
        ports.push(this.port1, this.port2);
      }
    };
    // A request takes the signals of its own house alone.
    Object.assign(this.global, { MessagePort, AbortController, AbortSignal, Request });
  }

  async teardown() {
    for (const port of this.ports) port.close();
    await super.teardown();
  }

  // The sources of the other workspaces, as in every other test.
  exportConditions() {
    return ["source", "browser"];
  }
}
