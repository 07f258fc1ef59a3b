# frozen_string_literal: true

RSpec.describe JustSeal::Core::Paper do
  layout = described_class::Layout.new(595, 842)
  code = "ABCDEFGH23"
  mark = lambda { |page, corner, of: code|
    described_class::Mark.new(code: of, document: 1, page: page, corner: corner)
  }

  # Where a point of the sheet comes to lie in a picture of it that is turned by +degrees+ clockwise.
  pixel = lambda do |(x, y), degrees, scale = 2.5|
    (Complex(x, y) * Complex.polar(scale, degrees * Math::PI / 180)).rectangular.map { |part| part + 1000 }
  end

  picture = lambda do |id, page, degrees: 0, corners: [1, 2], of: code|
    marks = corners.map { |corner| [mark.call(page, corner, of: of), pixel.call(layout.middle(corner), degrees)] }
    described_class::Matching::Picture.new(id: id, width: 3000, height: 3000, marks: marks)
  end

  describe described_class::Mark do
    it "is read back as it was written, and nothing else is" do
      text = mark.call(12, 2).to_s
      expect(text).to match(%r{\A[0-9A-Z $%*+\-./:]+\z})
      expect(described_class.read(text)).to eq(mark.call(12, 2))
      odd = ["", nil, "http://a.example", text.downcase, "#{text}1", text.sub("JSP", "JSQ"), text.sub(":2", ":3")]
      expect(odd.map { |one| described_class.read(one) }).to all(be_nil)
    end
  end

  describe described_class::Layout do
    it "keeps the codes off the page, on sheets of every size" do
      [[595, 842], [842, 595], [420, 595], [298, 420], [1191, 1684]].each do |size|
        one = described_class.new(*size)
        left, bottom, width, height = one.area([0, 0, *size])
        expect(one.side).to be > 12
        one.corners.each_value do |x, y|
          expect(y + one.side <= bottom || y >= bottom + height).to be(true), "#{size}: #{x}, #{y}"
          expect([x, y, size[0] - x - one.side, size[1] - y - one.side].min).to be >= 13
        end
        expect(left + (width / 2)).to be_within(0.01).of(size[0] / 2.0)
      end
    end
  end

  describe described_class::Alignment do
    [0, 2.4, -7, 90, 180, 273].each do |degrees|
      it "finds back a sheet that was turned by #{degrees}" do
        corners = [1, 2].map { |corner| layout.middle(corner) }
        found = described_class.of(corners.map { |point| pixel.call(point, degrees) }, corners)
        x, y = found.call(*pixel.call([123.0, 456.0], degrees))
        expect([x, y]).to match([be_within(0.001).of(123), be_within(0.001).of(456)])
        expect(found.scale).to be_within(0.0001).of(0.4)
        expect((found.degrees + degrees).round(1) % 360).to eq(0)
      end
    end

    it "is none where both codes are said to stand at one place" do
      expect(described_class.of([[1, 1], [1, 1]], [[0, 0], [5, 5]])).to be_nil
    end
  end

  describe described_class::Matching do
    sheets = (1..3).to_h { |page| [[1, page], layout] }
    matching = ->(*pictures) { described_class.new(code, sheets, pictures) }
    reasons = ->(one) { one.findings.map { |finding| [finding.reason, *finding.facts.values] } }

    it "puts pages in order, whatever order and way up they came in, and passes over the cover" do
      cover = JustSeal::Core::Paper::Matching::Picture.new(
        id: 9,
        width: 1,
        height: 1,
        marks: [
          [
            JustSeal::Core::Paper::Mark.new(code: code, document: 0, page: 0, corner: 1), [5, 5]
          ]
        ]
      )
      one = matching.call(cover, picture.call(1, 3), picture.call(2, 1, degrees: 180), picture.call(3, 2, degrees: 3))
      expect([one.complete?, reasons.call(one)]).to eq([true, []])
      expect(one.placed.sort.map { |_, placed| placed.picture.id }).to eq([2, 3, 1])
    end

    it "says what is missing, twice there, half there, of another copy, and of nothing" do
      pictures = [
        picture.call(1, 1),
        picture.call(2, 2, corners: [1]),
        picture.call(3, 1),
        picture.call(4, 1, of: "ZZZZZZZZZZ"),
        picture.call(5, 1, corners: [])
      ]
      one = matching.call(*pictures)
      expect(one.complete?).to be(false)
      expect(reasons.call(one)).to eq(
        [
          [:missing, 1, 3],
          [:half, 1, 2],
          [:twice, 1, 1, 2],
          [:of_another, 4],
          [:unmarked, 5]
        ]
      )
      expect(one.placed.transform_values { |placed| placed.picture.id }).to eq([1, 1] => 3)
    end
  end
end
