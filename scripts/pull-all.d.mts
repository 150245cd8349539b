export function pullAll(get: (path: string) => Promise<unknown>): Promise<{ id: string; kind: string; scope: string; seq: number }[]>;
