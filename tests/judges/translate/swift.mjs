export const prelude = "";
export class Swift {}
