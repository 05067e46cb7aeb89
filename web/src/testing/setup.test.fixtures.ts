/** What jsdom lacks: a layout. Every element is 600 by 640, and no size ever changes. */
class StillObserver {
  observe() {}
  unobserve() {}
  disconnect() {}
}
globalThis.ResizeObserver ??= StillObserver as unknown as typeof ResizeObserver;
Object.defineProperty(HTMLElement.prototype, 'clientWidth', { configurable: true, get: () => 600 });
Object.defineProperty(HTMLElement.prototype, 'clientHeight', { configurable: true, get: () => 640 });
Element.prototype.setPointerCapture ??= () => {};
