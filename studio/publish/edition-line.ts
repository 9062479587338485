export type EditionLine = { edition: number; publishedAt: string; publishedBy: string };
