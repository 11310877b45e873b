export function makeCertificate(
  folder: string,
  more?: string[],
): Promise<{ isNew: boolean; names: string[] }>;
