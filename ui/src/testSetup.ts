class NoObserver {
  observe() {}
  unobserve() {}
  disconnect() {}
}

globalThis.ResizeObserver ??= NoObserver as unknown as typeof ResizeObserver
