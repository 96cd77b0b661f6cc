export declare const readLine: (pipe: number) => string | undefined;
