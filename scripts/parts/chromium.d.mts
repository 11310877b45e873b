export const chromiumPath: string;
export const launchOptions: { executablePath: string; args: string[] };
export const chromiumPackage: string;
