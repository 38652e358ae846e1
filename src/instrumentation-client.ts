// The pages' policy lets nobody make code out of text: Zod is told so before it is loaded and tries.
Object.assign(globalThis, { __zod_globalConfig: { jitless: true } });
