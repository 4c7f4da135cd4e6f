declare module "dictionary-files/*?url" {
  const url: string;
  export default url;
}
