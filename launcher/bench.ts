export async function run(): Promise<number> { return 1; }
