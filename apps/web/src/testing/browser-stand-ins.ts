// What the components ask of a browser and a document without a screen does not have.

/** Takes whatever is drawn on a canvas. */
const contextOf = (canvas: HTMLCanvasElement): object =>
  new Proxy<Record<string | symbol, unknown>>(
    {
      canvas,
      measureText: () => ({ width: 0 }),
      createLinearGradient: () => ({ addColorStop: () => undefined }),
      createRadialGradient: () => ({ addColorStop: () => undefined }),
    },
    { get: (known, name) => known[name] ?? (() => undefined), set: () => true },
  );
HTMLCanvasElement.prototype.getContext = function (this: HTMLCanvasElement) {
  return contextOf(this);
} as never;

/** Tells of a size once, when it begins to watch. */
globalThis.ResizeObserver ??= class {
  constructor(private readonly tell: (entries: readonly object[]) => void) {}
  observe(target: Element): void {
    this.tell([{ target, contentRect: { width: 0, height: 0 } }]);
  }
  unobserve(): void {}
  disconnect(): void {}
} as never;
globalThis.Path2D ??= class {
  addPath(): void {}
} as never;
globalThis.matchMedia ??= ((query: string) => ({
  matches: false,
  media: query,
  addListener: () => undefined,
  removeListener: () => undefined,
  addEventListener: () => undefined,
  removeEventListener: () => undefined,
})) as never;
Element.prototype.scrollIntoView ??= () => undefined;
Element.prototype.setPointerCapture ??= () => undefined;

// Nothing is laid out here: styles would only be read, and asked through for every element.
Object.defineProperty(HTMLStyleElement.prototype, 'textContent', {
  configurable: true,
  get: () => '',
  set: () => undefined,
});
