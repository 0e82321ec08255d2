// The page's policy allows no code made from text. The schema library would try whether it may, and the
// browser report that on every page: told before the library loads (the same as `z.config({ jitless: true })`).
Object.assign(globalThis, { __zod_globalConfig: { jitless: true } });
