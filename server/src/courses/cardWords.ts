/** Words of entry cards: short, known to a twelve-year-old, easy to spell and to say out loud, and nobody minds being given one. */
export const cardWords: readonly string[] = (
  "acorn actor admiral album alder almond amber anchor angle ant apple apricot apron arch archer arrow artist " +
  "ash aspen atlas autumn avenue badge badger bagel bakery balcony ball balloon bamboo banana band banjo " +
  "banner barley barn barrel basil basin basket bat bay beach beacon bead beam bean bear beaver bee beech " +
  "beetle bell belt bench berry bicycle birch bird biscuit blanket blossom blue board boat bold bonfire bonnet " +
  "book boot border bottle bow bowl box branch brass brave bread breeze brick bridge bright brook broom brown " +
  "bubble bucket bud buffalo bulb bunny butter button cabin cactus cake calm camel camera canal candle canoe " +
  "canvas cape carbon card cargo carpet carrot cart castle cat cave cedar cello cereal chain chair chalk " +
  "chapel cheer cheese cherry chess chest chime chip choir cider cinema circle citrus city clay cliff clock " +
  "cloth cloud clover coast coat cobalt cocoa coconut coffee coin colour comet compass concert copper coral " +
  "cork corn corner cotton count cousin cove crab crane crayon cream creek crew cricket crisp crown crystal " +
  "cube cup curtain cushion cycle cymbal daisy dance dawn deck deer delta den desert desk dew diamond diary " +
  "dill dinner disc dock dolphin dome donkey door dove dragon drum duck dune eagle early earth easel east echo " +
  "elbow elk elm emerald engine evening falcon farm fast feast feather fence fern ferry fiddle field fig finch " +
  "fir fire fjord flake flame flask fleet flint float flour flower flute foal fog folder forest fork fort " +
  "fossil fountain fox frame fresh frog frost fruit galaxy gallery garden garlic garnet gate gentle giant " +
  "ginger giraffe glacier glad glass globe glove gold golf goose grain grand granite grape grass gravel green " +
  "grey grove guide guitar gull hammer hammock hamster happy harbour hare harp harvest hat hawk hazel heart " +
  "heather hedge heron hill hippo hive holly honey hood horn horse hotel house iceberg icicle igloo ink iris " +
  "iron island ivory ivy jacket jade jam jar jasmine jelly jersey jewel jigsaw jolly journey judo juice jungle " +
  "kayak keel kettle key keyboard kind kingdom kite kitten kiwi knight ladder ladle lagoon lake lamb lamp " +
  "lantern larch lark laurel lavender lawn leaf ledge lemon lens letter library light lilac lily lime linen " +
  "lion lobby locket loft log lotus lucky lunch lupin lynx lyric magnet magpie maple marble march market marsh " +
  "meadow medal melody melon merry meteor mill mint mirror mitten model mole moon moor moss motor mountain " +
  "mouse muffin museum music napkin narrow nest net night noble noon north novel nut oak oasis oat ocean olive " +
  "onion opal open orange orbit orchard orchid otter oval owl oyster paddle page paint palace palm panda paper " +
  "parade park parrot parsley pasta path patio pea peach peak pear pebble pelican pen pencil penguin pepper " +
  "piano picnic pier pilot pine pink planet plank plate plaza plum pocket poem pollen pond pony poplar poppy " +
  "port potato prairie pretty prism proud puffin pumpkin puppet puzzle quail quartz queen quick quiet quill " +
  "quilt rabbit radio radish raft rain rainbow ranch raven red reed reef ribbon rice ridge ring river robin " +
  "rocket roof room rope rose round rowing ruby rug ruler sage sail salad salmon salt sand sapphire satin " +
  "scarf school scooter sea seal season seed shade shadow shark sheep shelf shell ship shore shovel silk " +
  "silver singer skate sky sledge slipper small smile snail snow soap sock sofa song soup south spade spark " +
  "sparrow spice spider spinach spiral spoon spring spruce square squirrel stable stamp star stone stool storm " +
  "story stream street summer sun sunny sunset swan sweet swift table tablet tail talent tango teacup tent " +
  "thistle thread thunder tide tiger tile timber toast tomato torch tower toy track train tram treasure tree " +
  "trout trumpet tulip tundra tunnel turnip turtle tutor twig umbrella uncle valley vase velvet verse vest " +
  "village vine violet violin vivid voyage waffle wagon walnut warm water wave wheat wheel whisper whistle " +
  "white wide willow wind window winter wise wolf wonder wood wool yacht yard yarn year yellow yoghurt young " +
  "zebra zephyr"
).split(" ");
